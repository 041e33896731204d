import { sendCarrierMail } from '#server/carrier/ask'
import { sendExchange } from '#server/exchange/send'
import { sendInvoiceMail } from '#server/invoice/send'
import { sendConfirmationMail } from '#server/message/send'
import type { Sender } from '#server/outbox/deliver'
import type { OutboxKind } from '#server/outbox/outbox'
import { sendPersonMail } from '#server/person/send'
import { sendToBoard } from '#server/posting/send'
import { sendQuoteMail } from '#server/quote/send'

/** What sends each kind of outbox entry. */
export const senders: Record<OutboxKind, Sender> = {
  mail: sendConfirmationMail,
  board: sendToBoard,
  quote_mail: sendQuoteMail,
  carrier_mail: sendCarrierMail,
  invoice_mail: sendInvoiceMail,
  exchange: sendExchange,
  person_mail: sendPersonMail,
}
