import { linkMail } from '../carrier/mail'
import type { MailText } from '../confirmation/mail'
import { formatMoney } from '../money/money'

export interface BidMail {
  carrierName: string
  title: string
  lanes: number
  /** Both days of the period, in words. */
  period: string
  deadline: string
  requirements: string
  url: string
  rep: string
  brokerage: { name: string; phone: string }
}

const laneCount = (lanes: number) => (lanes === 1 ? '1 lane' : `${lanes} lanes`)
const closing = ({ rep, brokerage }: BidMail) => [rep, brokerage.name, brokerage.phone]

/** Asks a carrier to bid on a project's lanes. */
export const bidInviteMail = (bid: BidMail): MailText =>
  linkMail(
    `${bid.brokerage.name} asks ${bid.carrierName} to bid: ${bid.title}`,
    [
      `${laneCount(bid.lanes)}, loads picked up ${bid.period}. Please bid by ${bid.deadline}.`,
      bid.requirements,
      'The link below shows the lanes. Give a price for those you want, or fill the sheet there and send it back. No password is needed; you can change your bid until the deadline.',
    ].filter(Boolean),
    'See the lanes and bid',
    bid.url,
    closing(bid),
  )

/** Reminds a carrier that has not answered. */
export const bidReminderMail = (bid: BidMail): MailText =>
  linkMail(
    `Bids close ${bid.deadline}: ${bid.title}`,
    [
      `We have no bid from ${bid.carrierName} yet on our ${laneCount(bid.lanes)}, loads picked up ${bid.period}.`,
      `Bids close ${bid.deadline}. If it is not for you, one tap on the page tells us so.`,
    ],
    'See the lanes and bid',
    bid.url,
    closing(bid),
  )

/** What a carrier won: its own lanes and prices, and nobody else's. */
export const bidResultMail = (bid: BidMail, won: { lane: string; rank: number; priceMinor: number }[]): MailText =>
  linkMail(
    `${bid.title}: ${won.length === 0 ? 'our answer' : `${laneCount(won.length)} for ${bid.carrierName}`}`,
    won.length === 0
      ? ['Thank you for your bid. This time none of the lanes goes to you. We keep your prices on file.']
      : [
          `Thank you for your bid. You are in our routing guide for loads picked up ${bid.period}:`,
          ...won.map(({ lane, rank, priceMinor }) => `${lane}: no. ${rank} at ${formatMoney(priceMinor)} a load`),
          'Each load is offered to you by email with a link. Accept it there in time and it is yours.',
        ],
    'See your bid',
    bid.url,
    closing(bid),
  )
