import type { Email } from 'postal-mime'
import type { KeptMail } from './mailbox.ts'

const asText = (text: string) =>
  text.replace(
    /[&<>"']/g,
    (character) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[character]!,
  )

const page = (
  title: string,
  body: string,
) => `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${asText(title)}</title>
<style>body{font:15px/1.45 system-ui,sans-serif;margin:0 auto;max-width:62rem;padding:1.2rem;color:#231c14;background:#f4efe4}a{color:#27567f}table{width:100%;border-collapse:collapse}td{border-top:1px solid #d9d0bd;padding:.45rem .6rem .45rem 0;vertical-align:top}pre{white-space:pre-wrap;font:inherit;background:#fbf8f1;padding:1rem;border:1px solid #d9d0bd}</style>${body}</html>`

/** The mailbox: newest first. */
export function mailboxPage(mails: { index: number; kept: KeptMail; parsed: Email }[]): string {
  const rows = mails.map(
    ({ index, kept, parsed }) =>
      `<tr><td>${new Date(kept.at).toISOString().slice(11, 19)} UTC</td><td>${asText(kept.to.join(', '))}</td><td><a href="/mails/${index}">${asText(parsed.subject ?? 'no subject')}</a></td><td>${asText(parsed.from?.address ?? '')}</td></tr>`,
  )
  return page(
    'Mailbox',
    `<h1>Mailbox of the simulated mail server</h1>${rows.length > 0 ? `<table><tr><td>At</td><td>To</td><td>Subject</td><td>From</td></tr>${rows.join('')}</table>` : '<p>No mail yet. Send a rate confirmation, or post a load and wait for answers.</p>'}`,
  )
}

/** One mail as text; links in it are made clickable, its HTML is never shown. */
export function mailPage(index: number, kept: KeptMail, parsed: Email): string {
  const text = asText(parsed.text ?? '').replace(/https?:\/\/[^\s&]+/g, (url) => `<a href="${url}">${url}</a>`)
  const attachments = parsed.attachments
    .map((part) => `<p><a href="/mails/${index}/pdf">${asText(part.filename ?? 'attachment')}</a></p>`)
    .join('')
  return page(
    parsed.subject ?? 'Mail',
    `<p><a href="/">Mailbox</a></p><h1>${asText(parsed.subject ?? 'no subject')}</h1><p>From ${asText(parsed.from?.address ?? '')}<br>To ${asText(kept.to.join(', '))}</p><pre>${text}</pre>${attachments}`,
  )
}
