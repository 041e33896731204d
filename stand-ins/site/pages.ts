import type { Listed } from './tenders'

const plain = (text: string) =>
  text.replace(/[&<>"]/g, (each) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[each]!)

const shell = (
  name: string,
  body: string,
  signedIn: boolean,
) => `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${plain(name)} shipping</title><style>body{font:14px sans-serif;margin:1.5rem}table{border-collapse:collapse}td,th{padding:.2rem .5rem;border:1px solid #bbb;text-align:left}</style></head><body>
<header><b>${plain(name)}</b> ${signedIn ? '<a href="/tenders/cold">Cold</a> <a href="/tenders/dry">Dry</a> <a href="/logout">Sign out</a>' : ''}</header>${body}</body></html>`

/** The site’s sign-in page. */
export const signInPage = (name: string, wrong: boolean): string =>
  shell(
    name,
    `${wrong ? '<p>That is not right.</p>' : ''}<form method="post" action="/login"><label>User <input name="user"></label> <label>Password <input name="pass" type="password"></label> <button>Sign in</button></form>`,
    false,
  )

const perPage = 10

/** One page of a list. `otherShape` is how the page looks after the shipper's people changed it. */
export function listPage(name: string, list: string, tenders: Listed[], page: number, otherShape: boolean): string {
  const shown = tenders.slice((page - 1) * perPage, page * perPage)
  const heads = [
    'Shipment',
    'State',
    'Answer by',
    'Trailer',
    'Pounds',
    'Pays',
    'From',
    'Ready',
    'To',
    'Due',
    'Degrees F',
    'Remarks',
    '',
  ]
  const cells = (each: Listed) => [
    each.id,
    each.state,
    each.answerBy,
    each.trailer,
    each.pounds.toLocaleString('en-US'),
    `$${each.pays.toLocaleString('en-US')}`,
    each.from,
    each.ready,
    each.to,
    each.due,
    each.degrees,
    each.remarks,
  ]
  // Two columns change places: read by the old description, every tender would be wrong.
  const turn = <T>(row: T[]) => (otherShape ? [...row.slice(0, 4), row[5]!, row[4]!, ...row.slice(6)] : row)
  const rows = shown
    .map(
      (each) =>
        `<tr>${turn(cells(each).map((cell) => `<td>${plain(cell)}</td>`)).join('')}<td><a href="/tenders/${each.id}">answer</a></td></tr>`,
    )
    .join('')
  const next =
    page * perPage < tenders.length ? `<a class="next" href="/tenders/${list}?page=${page + 1}">Next page</a>` : ''
  return shell(
    name,
    `<h1>Tenders, ${plain(list)}</h1><p class="count">${tenders.length} tenders</p><table class="tenders"><thead><tr>${turn(
      heads,
    )
      .map((head) => `<th>${head}</th>`)
      .join('')}</tr></thead><tbody>${rows}</tbody></table>${next}`,
    true,
  )
}

/** The site’s page of one tender. */
export function tenderPage(name: string, listed: Listed, answered: boolean): string {
  const thanks = answered ? `<p class="thanks">Thank you. ${plain(listed.id)} is ${plain(listed.state)}.</p>` : ''
  const form =
    listed.state === 'open'
      ? '<form method="post"><select name="say"><option value="yes">We take it</option><option value="no">We do not</option></select> <input name="because"> <button>Send</button></form>'
      : `<p>State: ${plain(listed.state)}</p>`
  return shell(name, `<h1>${plain(listed.id)}</h1>${thanks}${form}`, true)
}
