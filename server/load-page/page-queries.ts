import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm'
import { prepared } from '#server/db.server'
import {
  charge,
  confirmation,
  document,
  gateAlert,
  gateOverride,
  guideOffer,
  load,
  loadLink,
  message,
  note,
  offer,
  posting,
  proposal,
  reference,
  stop,
  stopEvent,
} from '#server/schema'

/** Offers and emails that a page shows at most; what is older is rarely asked for and has pages of its own. */
const maxOffers = 300
const maxMessages = 20
/** The part of an email that comes with the page; the rest is fetched when it is opened. */
export const excerptLength = 600

/** Whom the routing guide asked, in the order of asking. */
const guideOffers = {
  columns: { id: true, rank: true, carrierId: true, priceMinor: true, state: true, expiresAt: true, answeredAt: true },
  orderBy: asc(guideOffer.id),
  with: { carrier: { columns: { name: true } } },
} as const

/** A load with all that belongs to it, in one statement. */
export const loadQuery = prepared((db) =>
  db.query.load
    .findFirst({
      where: eq(load.id, sql.placeholder('loadId')),
      with: {
        customer: { columns: { id: true, name: true } },
        carrier: { columns: { id: true, name: true, mail: true, phone: true, mcNumber: true } },
        rep: { columns: { name: true } },
        payer: { columns: { id: true, name: true } },
        dispatcher: { columns: { name: true } },
        repShares: { columns: { sharePercent: true }, with: { user: { columns: { name: true } } } },
        documents: {
          columns: {
            id: true,
            kind: true,
            readers: true,
            fileName: true,
            type: true,
            size: true,
            receivedAt: true,
            receivedFrom: true,
          },
          orderBy: desc(document.id),
        },
        links: { columns: { id: true, label: true, url: true }, orderBy: asc(loadLink.id) },
        quoteLine: { columns: { quoteId: true, position: true }, with: { quote: { columns: { number: true } } } },
        stops: { orderBy: asc(stop.sequence), with: { facility: true } },
        charges: { orderBy: asc(charge.id) },
        references: { orderBy: asc(reference.id) },
        notes: { orderBy: asc(note.id) },
        stopEvents: { orderBy: asc(stopEvent.id) },
        postings: { orderBy: desc(posting.id) },
        guideRun: { columns: { state: true } },
        guideOffers,
        offers: {
          orderBy: [sql`${offer.state} <> 'open'`, asc(offer.payMinor)],
          limit: maxOffers,
          with: { carrier: { columns: { name: true, phone: true, mcNumber: true } } },
        },
        proposals: {
          where: eq(proposal.state, 'waiting'),
          orderBy: desc(proposal.id),
          limit: 30,
          columns: { loadId: false, externalKey: false, decidedAt: false, decidedBy: false, state: false },
          with: { carrier: { columns: { name: true } } },
        },
        confirmations: { orderBy: desc(confirmation.version), columns: { loadId: false, pdf: false } },
        alerts: { where: isNull(gateAlert.endedAt), columns: { carrierId: true, reasons: true, raisedAt: true } },
        overrides: {
          orderBy: desc(gateOverride.id),
          columns: { id: true, stage: true, reasons: true, because: true, byName: true, at: true },
        },
        messages: {
          where: and(eq(message.reading, 'left')),
          orderBy: desc(message.id),
          limit: maxMessages,
          columns: { id: true, sender: true, subject: true, receivedAt: true },
          extras: {
            excerpt: sql<string>`substr(${message.text}, 1, ${sql.raw(String(excerptLength))})`.as('excerpt'),
            isCut: sql<number>`length(${message.text}) > ${sql.raw(String(excerptLength))}`.as('is_cut'),
          },
        },
        joined: {
          columns: { shipmentId: true },
          with: { partner: { columns: { id: true, name: true, documents: true } } },
        },
      },
    })
    .prepare(),
)

/** The whole text of an email on a load; null where there is none. */
export const messageText = prepared((db) =>
  db
    .select({ text: message.text })
    .from(message)
    .where(and(eq(message.id, sql.placeholder('messageId')), eq(message.loadId, sql.placeholder('loadId'))))
    .prepare(),
)
