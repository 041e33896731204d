import { createHash } from 'node:crypto'
import { and, desc, eq, inArray, lte } from 'drizzle-orm'
import type { SiteDescription } from '#core/tender/site'
import type { Tender } from '#core/tender/tender'
import { minute } from '#core/time/local'
import { type Db, inTransaction } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import { logger } from '#server/log/logger'
import type { Partner } from '#server/partner/partners'
import { openSite, readSitePage, SiteProblem, type SiteSession } from '#server/partner/site-session'
import type { SitePage } from '#server/read/read-site'
import { exchange, exchangeDocument, partner, site, siteRow, tender, tenderNotice } from '#server/schema'
import { takeNotice } from '#server/tender/notice'

const maxPages = 200

interface Found {
  tender: Tender
  open: boolean
  withdrawn: boolean
  /** The page it stood on. */
  page: number
}

/** Reads every site that is due; how many were. */
export async function readSites(db: Db, clock: () => number = Date.now): Promise<number> {
  const due = db
    .select({ site, partner })
    .from(site)
    .innerJoin(partner, eq(partner.id, site.partnerId))
    .where(and(lte(site.nextAt, clock()), eq(partner.paused, false)))
    .all()
  for (const each of due) await readSite(db, each.partner, each.site.everyMinutes, clock)
  return due.length
}

/**
 * Signs in, walks all pages, and takes what is new, changed or gone since last time, in one transaction: a reading that breaks off
 * changes nothing. A page that does not look as described is kept, and no tender is taken from the whole reading.
 */
export async function readSite(
  db: Db,
  from: Partner,
  everyMinutes: number,
  clock: () => number,
): Promise<{ taken: number } | { problem: string }> {
  const next = () => clock() + everyMinutes * minute
  try {
    const { found, pages } = await walk(await openSite(db, from))
    const now = clock()
    const taken = inTransaction(db, () => {
      db.update(site)
        .set({ readAt: now, nextAt: next(), problem: null, page: null, pageAt: null })
        .where(eq(site.partnerId, from.id))
        .run()
      return takeRows(db, from, found, pages, now)
    })
    return { taken }
  } catch (thrown) {
    const problem = thrown instanceof Error ? thrown.message : 'unknown'
    if (!(thrown instanceof SiteProblem))
      logger().error({ err: thrown, partner: from.name }, 'a site could not be read')
    const page = thrown instanceof SiteProblem ? thrown.page : null
    db.update(site)
      .set({ nextAt: next(), problem, ...(page === null ? {} : { page, pageAt: clock() }) })
      .where(eq(site.partnerId, from.id))
      .run()
    noteUnlogged(db, 'partner', from.id, 'problem')
    return { problem }
  }
}

async function walk(session: SiteSession): Promise<{ found: Found[]; pages: string[] }> {
  const found: Found[] = []
  const pages: string[] = []
  for (const list of session.description.lists) {
    const before = found.length
    let path: string | null = list.path
    let total: number | null = null
    for (let count = 0; path !== null; count++) {
      if (count >= maxPages) throw new SiteProblem(`${list.path} has more than ${maxPages} pages`)
      const text: string = await session.page(path)
      pages.push(text)
      const read = await readPage(text, session.description, list.equipment)
      found.push(...read.found.map((each) => ({ ...each, page: pages.length - 1 })))
      total = read.total ?? total
      path = read.next
    }
    if (total !== null && found.length - before !== total)
      throw new SiteProblem(
        `${list.path} says it has ${total} tenders, ${found.length - before} were read`,
        pages.at(-1)!,
      )
  }
  return { found, pages }
}

async function readPage(
  text: string,
  description: SiteDescription,
  equipment: SiteDescription['lists'][number]['equipment'],
): Promise<SitePage> {
  const read = await readSitePage({ find: 'tenders', text, description, equipment })
  if ('problem' in read) throw new SiteProblem(read.problem, text)
  return read as SitePage
}

/** New and changed rows become notices; a row that vanished or was taken back cancels its tender. Answers how many notices came. */
function takeRows(db: Db, from: Partner, found: Found[], pages: string[], now: number): number {
  const known = new Map(
    db
      .select()
      .from(siteRow)
      .where(eq(siteRow.partnerId, from.id))
      .all()
      .map((row) => [row.shipmentId, row]),
  )
  const states = new Map(
    db
      .select({ shipmentId: tender.shipmentId, state: tender.state })
      .from(tender)
      .where(eq(tender.partnerId, from.id))
      .all()
      .map((row) => [row.shipmentId, row.state]),
  )
  const kept = new Map<number, number>()
  let taken = 0
  const say = (incoming: Tender, page: number) => {
    if (!kept.has(page)) kept.set(page, keepPage(db, from, pages[page] ?? '', now))
    takeSaid(db, from, kept.get(page)!, taken++, incoming, now)
  }
  for (const { tender: incoming, open, withdrawn, page } of found) {
    const shipmentId = incoming.shipmentId!
    const digest = digestOf(JSON.stringify(incoming))
    const before = known.get(shipmentId)
    known.delete(shipmentId)
    const state = states.get(shipmentId)
    if (open && (!before || before.goneAt !== null)) say(incoming, page)
    else if (before && before.digest !== digest && (open || state === 'accepted'))
      say({ ...incoming, purpose: 'change' }, page)
    else if (before && !open && (state === 'offered' || (withdrawn && state === 'accepted')))
      say({ ...incoming, purpose: 'cancel' }, page)
    const row = { digest, open, seenAt: now, goneAt: null }
    db.insert(siteRow)
      .values({ partnerId: from.id, shipmentId, ...row })
      .onConflictDoUpdate({ target: [siteRow.partnerId, siteRow.shipmentId], set: row })
      .run()
  }
  const gone = [...known.values()].filter(({ goneAt }) => goneAt === null).map(({ shipmentId }) => shipmentId)
  for (const shipmentId of gone) {
    if (states.get(shipmentId) !== 'offered') continue
    const last = lastTold(db, from.id, shipmentId)
    if (last)
      say(
        { ...last, purpose: 'cancel', notes: [...last.notes, 'It is no longer on the site.'] },
        Math.max(0, pages.length - 1),
      )
  }
  if (gone.length > 0)
    db.update(siteRow)
      .set({ goneAt: now, open: false })
      .where(and(eq(siteRow.partnerId, from.id), inArray(siteRow.shipmentId, gone)))
      .run()
  return taken
}

const digestOf = (text: string) => createHash('sha256').update(text).digest('hex')

function lastTold(db: Db, partnerId: number, shipmentId: string): Tender | null {
  const row = db
    .select({ incoming: tenderNotice.tender })
    .from(tenderNotice)
    .innerJoin(tender, eq(tender.id, tenderNotice.tenderId))
    .where(and(eq(tender.partnerId, partnerId), eq(tender.shipmentId, shipmentId)))
    .orderBy(desc(tenderNotice.id))
    .limit(1)
    .get()
  return row?.incoming ?? null
}

function keepPage(db: Db, from: Partner, page: string, now: number): number {
  const raw = Buffer.from(page, 'utf8')
  return db
    .insert(exchange)
    .values({
      partnerId: from.id,
      direction: 'in',
      at: now,
      source: from.address,
      raw,
      digest: digestOf(page),
      control: null,
      usage: from.usage,
      state: 'read',
    })
    .returning({ id: exchange.id })
    .get().id
}

function takeSaid(db: Db, from: Partner, exchangeId: number, ordinal: number, incoming: Tender, now: number): void {
  const document = db
    .insert(exchangeDocument)
    .values({
      exchangeId,
      partnerId: from.id,
      direction: 'in',
      at: now,
      kind: 'page',
      ordinal,
      groupType: '',
      groupControl: '',
      setControl: '',
      number: incoming.shipmentId!,
      state: 'read',
    })
    .returning({ id: exchangeDocument.id })
    .get()
  const noticeId = takeNotice(
    db,
    {
      partner: from,
      tender: incoming,
      documentId: document.id,
      position: { control: 0, saidAt: now },
      practice: from.usage === 'T',
    },
    now,
  )
  db.update(exchangeDocument).set({ noticeId }).where(eq(exchangeDocument.id, document.id)).run()
}
