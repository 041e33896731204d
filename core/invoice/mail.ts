import { escapeHtml, type MailText } from '../confirmation/mail'
import { type Currency, formatMoney } from '../money/money'

/** All that an invoice by email says; built field by field, so that nothing of the carrier's side can be in it. */
export interface InvoiceToMail {
  number: string
  loadNumber: string
  customerName: string
  lane: string
  deliveredOn: string | null
  references: { label: string; value: string }[]
  lines: { label: string; rate: string; amountMinor: number }[]
  totalMinor: number
  advances: { paidOn: string; amountMinor: number }[]
  currency: Currency
  brokerage: { name: string; address: string[]; phone: string; mail: string }
}

/** `INV-20417`: the brokerage's prefix and the load's number. */
export const invoiceNumber = (loadNumber: string, prefix: string): string =>
  `${prefix}-${loadNumber.replace(/^[A-Z]+-/, '')}`

/** The invoice of a customer without a system of its own, as an email. */
export function invoiceMail(invoice: InvoiceToMail): MailText {
  const money = (amountMinor: number) => formatMoney(amountMinor, invoice.currency)
  const dueMinor = invoice.totalMinor - invoice.advances.reduce((sum, each) => sum + each.amountMinor, 0)
  const head = [
    `Invoice ${invoice.number} to ${invoice.customerName}`,
    `Load ${invoice.loadNumber}, ${invoice.lane}${invoice.deliveredOn ? `, delivered ${invoice.deliveredOn}` : ''}`,
    ...invoice.references.map(({ label, value }) => `${label} ${value}`),
  ]
  const rows: [string, string][] = [
    ...invoice.lines.map((line): [string, string] => [`${line.label}, ${line.rate}`, money(line.amountMinor)]),
    ['Total', `${money(invoice.totalMinor)} ${invoice.currency}`],
    ...invoice.advances.map((each): [string, string] => [`Paid ${each.paidOn}`, `-${money(each.amountMinor)}`]),
    ...(invoice.advances.length > 0 ? [['Due', `${money(dueMinor)} ${invoice.currency}`] as [string, string]] : []),
  ]
  const closing = [
    invoice.brokerage.name,
    ...invoice.brokerage.address,
    invoice.brokerage.phone,
    invoice.brokerage.mail,
  ]
  return {
    subject: `Invoice ${invoice.number}, ${money(dueMinor)} ${invoice.currency}: ${invoice.lane}`,
    text: `${head.join('\n')}\n\n${rows.map(([label, amount]) => `${label}: ${amount}`).join('\n')}\n\n${closing.join('\n')}\n`,
    html: `${head.map((line) => `<p>${escapeHtml(line)}</p>`).join('')}<table>${rows.map(([label, amount]) => `<tr><td>${escapeHtml(label)}</td><td align="right">${escapeHtml(amount)}</td></tr>`).join('')}</table><p>${closing.map(escapeHtml).join('<br>')}</p>`,
  }
}
