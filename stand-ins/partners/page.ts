import { burstKinds } from './burst'
import type { Member } from './member'
import type { ReceivedLine } from './post'

const plain = (text: string) =>
  text.replace(/[&<>"]/g, (each) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[each]!)

/** The partners' side in a browser: a burst to send, and everything the brokerage sent. */
export function partnersPage(members: Member[], received: ReceivedLine[], message: string): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Trading partners</title><style>
body{font:14px/1.4 system-ui,sans-serif;margin:1.5rem;color:#231c14;background:#fff}table{border-collapse:collapse;width:100%}td,th{text-align:left;padding:.25rem .6rem;border-bottom:1px solid #ccc;vertical-align:top}
button,select,input{font:inherit;padding:.2rem .6rem}pre{margin:0;white-space:pre-wrap;word-break:break-all;max-width:60rem;font-size:12px}</style></head><body>
<h1>Trading partners of the brokerage</h1>
<form method="post" action="/burst"><label>Partner <select name="partner"><option value="">all</option>${members.map(({ key, name }) => `<option value="${plain(key)}">${plain(name)}</option>`).join('')}</select></label>
<label>Kind <select name="kind">${burstKinds.map((kind) => `<option>${kind}</option>`).join('')}</select></label>
<label>How many <input name="count" type="number" value="3" min="1" max="2000"></label> <label><input type="checkbox" name="oneFile" value="1"> in one file</label>
<button>Send a burst</button></form>
${message ? `<p role="status">${plain(message)}</p>` : ''}
<h2>What the brokerage sent</h2>
<table><thead><tr><th>When</th><th>Partner</th><th>Document</th><th>Number</th><th>Says</th><th>Control</th><th>Found wrong</th><th>Bytes</th></tr></thead><tbody>
${received
  .slice(-200)
  .reverse()
  .map(
    (each) =>
      `<tr><td>${new Date(each.at).toISOString().slice(0, 19).replace('T', ' ')}</td><td>${plain(each.partner)}</td><td>${plain(each.kind)}</td><td>${plain(each.number)}</td><td>${plain(each.answer)}</td><td>${each.control}${each.repeat ? ' (again)' : ''}</td><td>${plain(each.problems.join('; '))}</td><td><details><summary>show</summary><pre>${plain(each.raw)}</pre></details></td></tr>`,
  )
  .join('')}
</tbody></table></body></html>`
}
