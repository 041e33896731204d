import { bidMailSchema, sendBidMail } from '#server/bid/send'
import { lanePayloadSchema, sendLaneToBoard } from '#server/bid/send-lane'
import { sendCarrierMail } from '#server/carrier/ask'
import { sendExchange } from '#server/exchange/send'
import { guideMailSchema, sendGuideMail } from '#server/guide/send'
import { sendInvoiceMail } from '#server/invoice/send'
import { sendConfirmationMail } from '#server/message/send'
import type { Sender } from '#server/outbox/deliver'
import type { OutboxKind } from '#server/outbox/outbox'
import { sendPersonMail } from '#server/person/send'
import { sendToBoard } from '#server/posting/send'
import { sendQuoteMail } from '#server/quote/send'

/** Whatever goes to a carrier of its own accord, by what is in it. */
const sendToCarrier: Sender = (db, entry, now) => {
  if (bidMailSchema.safeParse(entry.payload).success) return sendBidMail(db, entry, now)
  return guideMailSchema.safeParse(entry.payload).success
    ? sendGuideMail(db, entry, now)
    : sendCarrierMail(db, entry, now)
}

/** What goes to a board: the posting of a load, or a lane that carriers may bid on. */
const sendToAnyBoard: Sender = (db, entry, now) =>
  lanePayloadSchema.safeParse(entry.payload).success ? sendLaneToBoard(db, entry, now) : sendToBoard(db, entry, now)

/** What sends each kind of outbox entry. */
export const senders: Record<OutboxKind, Sender> = {
  mail: sendConfirmationMail,
  board: sendToAnyBoard,
  quote_mail: sendQuoteMail,
  carrier_mail: sendToCarrier,
  invoice_mail: sendInvoiceMail,
  exchange: sendExchange,
  person_mail: sendPersonMail,
}
