import { and, eq, gte, ne } from 'drizzle-orm'
import type { PaperKind } from '#core/carrier/paper'
import { type Db, inTransaction } from '#server/db.server'
import { announceCarriers } from '#server/live/live'
import { carrier, type carrierLink, paper } from '#server/schema'
import { brokerage } from '#server/settings.server'
import { openCarrierLink } from './link'
import { writeCarrierLog } from './log'
import { receivePaper } from './papers'

/** What a carrier may see by its link, built field by field: its own name and numbers, what is asked, what came of it. */
export function readCarrierLink(db: Db, token: string, now: number) {
  const link = openCarrierLink(db, token, now)
  if ('refusal' in link) return link
  const row = db
    .select({ name: carrier.name, mcNumber: carrier.mcNumber, dotNumber: carrier.dotNumber })
    .from(carrier)
    .where(eq(carrier.id, link.carrierId))
    .get()!
  const received = db
    .select({ id: paper.id, kind: paper.kind, fileName: paper.fileName, state: paper.state })
    .from(paper)
    .where(
      and(
        eq(paper.carrierId, link.carrierId),
        eq(paper.receivedFrom, `${row.name} by link`),
        gte(paper.receivedAt, link.askedAt),
        ne(paper.state, 'refused'),
      ),
    )
    .all()
  return {
    purpose: link.purpose,
    kinds: link.kinds,
    carrierName: row.name,
    mcNumber: row.mcNumber,
    dotNumber: row.dotNumber,
    received,
    signed: link.purpose === 'agreement' && link.usedAt !== null,
    broker: { name: brokerage.name, phone: brokerage.phone, address: brokerage.address, mcNumber: brokerage.mcNumber },
  }
}

/** Takes back a file that came by this link and that nobody has looked at yet: a wrong one sent by mistake. */
export function takeBackByLink(
  db: Db,
  link: typeof carrierLink.$inferSelect,
  paperId: number,
  now: number,
): { done: true } | { refusal: { code: string; message: string } } {
  const row = db.select({ name: carrier.name }).from(carrier).where(eq(carrier.id, link.carrierId)).get()!
  const from = `${row.name} by link`
  const outcome = inTransaction(db, () => {
    const standing = db
      .select({ kind: paper.kind, fileName: paper.fileName, state: paper.state })
      .from(paper)
      .where(
        and(
          eq(paper.id, paperId),
          eq(paper.carrierId, link.carrierId),
          eq(paper.receivedFrom, from),
          eq(paper.state, 'waiting'),
          gte(paper.receivedAt, link.askedAt),
        ),
      )
      .get()
    if (!standing)
      return {
        refusal: {
          code: 'already_checked',
          message: 'It cannot be taken back any more: somebody has reviewed it. Call us.',
        },
      }
    db.update(paper)
      .set({ state: 'refused', refusedBecause: 'taken back by who sent it' })
      .where(eq(paper.id, paperId))
      .run()
    writeCarrierLog(
      db,
      link.carrierId,
      'paper_refused',
      { paperKind: standing.kind, fileName: standing.fileName, because: 'taken back by who sent it' },
      { now, by: { kind: 'carrier', name: from } },
    )
    return { done: true as const }
  })
  if ('done' in outcome) announceCarriers()
  return outcome
}

/** The most files one link may bring: more is a mistake or mischief. */
const mostByLink = 20

/** Takes a file that came by a carrier's link; only of a kind that was asked for. */
export function receiveByLink(
  db: Db,
  link: typeof carrierLink.$inferSelect,
  file: { kind: PaperKind; name: string; content: Buffer },
  now: number,
): { paperId: number } | { refusal: { code: string; message: string } } {
  const row = db.select({ name: carrier.name }).from(carrier).where(eq(carrier.id, link.carrierId)).get()!
  const from = `${row.name} by link`
  if (link.purpose !== 'papers' || !link.kinds.includes(file.kind))
    return { refusal: { code: 'not_asked', message: 'This link did not request that document.' } }
  const before = db
    .select({ id: paper.id })
    .from(paper)
    .where(and(eq(paper.carrierId, link.carrierId), eq(paper.receivedFrom, from), gte(paper.receivedAt, link.askedAt)))
    .all().length
  if (before >= mostByLink)
    return { refusal: { code: 'too_many', message: 'This link has brought enough files. Call us if more are needed.' } }
  const outcome = receivePaper(
    db,
    link.carrierId,
    { ...file, linkId: link.id },
    { now, by: { kind: 'carrier', name: from } },
  )
  if (!('refusal' in outcome)) announceCarriers()
  return outcome
}
