import { linkMail } from '../carrier/mail'
import type { MailText } from '../confirmation/mail'
import { formatMoney } from '../money/money'

export interface GuideMail {
  carrierName: string
  lane: string
  equipment: string
  pickup: string
  priceMinor: number
  /** When the offer ends, in words. */
  until: string
  url: string
  rep: string
  brokerage: { name: string; phone: string }
}

/** Offers a carrier of the routing guide a load at its price. */
export const guideOfferMail = (offer: GuideMail): MailText =>
  linkMail(
    `Load for ${offer.carrierName}: ${offer.lane}, pickup ${offer.pickup}, ${formatMoney(offer.priceMinor)}`,
    [
      `${offer.lane}, ${offer.equipment}, pickup ${offer.pickup}.`,
      `We pay ${formatMoney(offer.priceMinor)} all in, your price of the routing guide.`,
      `It is yours if you accept by ${offer.until}. After that we offer it to the next carrier.`,
    ],
    'Accept or decline the load',
    offer.url,
    [offer.rep, offer.brokerage.name, offer.brokerage.phone],
  )
