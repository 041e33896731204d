import { asc, desc, eq, sql } from 'drizzle-orm'
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core'
import { replyReference } from '#core/message/read-reply'
import { mailDomainOf, type Office } from '#core/office/office'
import { type BoardPosting, boardPosting, type PostableLoad } from '#core/posting/posting'
import { type PostingTerms, usualTerms } from '#core/posting/terms'
import { tradeAreas } from '#server/atlas.server'
import { type Db, prepared } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { facility, load, note, postingTerms, stop } from '#server/schema'
import { settings } from '#server/settings.server'
import { mcNumbersOf } from './audience'
import { likeLoads, loadsIn, uncoveredOf } from './like'

/** Where a board may call back carriers' answers to. */
export const answerUrl = (board: string): string =>
  `${settings().OX_ORIGIN}/board/${encodeURIComponent(board.toLowerCase())}/replies`

const amongIds = (column: SQLiteColumn) => sql`${column} in (select value from json_each(${sql.placeholder('ids')}))`

const termsQuery = prepared((db) =>
  db
    .select({ loadId: postingTerms.loadId, terms: postingTerms.terms })
    .from(postingTerms)
    .where(amongIds(postingTerms.loadId))
    .prepare(),
)

/** A load's posting as a board is to show it, under a reference of its own. */
export function postingOf(db: Db, loadId: number, reference: string, terms = termsOf(db, loadId)): BoardPosting {
  const whole = postableLoads(db, [loadId]).get(loadId)
  if (!whole) throw new Error(`No load ${loadId} to post`)
  const open = uncoveredOf(db, terms.likeLoadIds)
  return posted(whole, reference, terms, officeOf(db), {
    onlyMc: mcNumbersOf(db)(terms.audience),
    loads: loadsIn(terms, open),
  })
}

/** The same of many, by reference, in a few statements. */
export function postingsOf(db: Db, asked: readonly { loadId: number; reference: string }[]): Map<string, BoardPosting> {
  const ids = [...new Set(asked.map(({ loadId }) => loadId))]
  const loads = postableLoads(db, ids)
  const terms = new Map(
    termsQuery(db)
      .all({ ids: JSON.stringify(ids) })
      .map((row) => [row.loadId, row.terms]),
  )
  const office = officeOf(db)
  const mcNumbers = mcNumbersOf(db)
  const open = uncoveredOf(
    db,
    [...terms.values()].flatMap(({ likeLoadIds }) => likeLoadIds),
  )
  return new Map(
    asked.map(({ loadId, reference }) => {
      const own = terms.get(loadId) ?? usualTerms
      const around = { onlyMc: mcNumbers(own.audience), loads: loadsIn(own, open) }
      return [reference, posted(loads.get(loadId)!, reference, own, office, around)]
    }),
  )
}

function posted(
  whole: PostableLoad,
  reference: string,
  terms: PostingTerms,
  office: Office,
  around: { onlyMc: string[] | null; loads: number },
): BoardPosting {
  const replyTo = `offers+${reference}@${mailDomainOf(office)}`
  if (replyReference(replyTo) !== reference) throw new Error(`Reply address ${replyTo} cannot be read back`)
  return boardPosting(whole, { reference, phone: office.phone, replyTo }, terms, around)
}

/** What a load's postings show: as somebody chose, or as is usual. */
export const termsOf = (db: Db, loadId: number): PostingTerms =>
  termsQuery(db).get({ ids: JSON.stringify([loadId]) })?.terms ?? usualTerms

/** How a load is posted unless somebody says otherwise: as it was last, else as this lane's or this customer's last posting was. */
export function suggestedTerms(db: Db, loadId: number, now: number): { terms: PostingTerms; boards: string[] | null } {
  const own = db.select().from(postingTerms).where(eq(postingTerms.loadId, loadId)).get()
  if (own) {
    const { expiresAt } = own.terms
    const isOver = expiresAt !== null && expiresAt <= now
    const still = new Set(own.terms.likeLoadIds.length === 0 ? [] : likeLoads(db, loadId).map(({ id }) => id))
    const likeLoadIds = own.terms.likeLoadIds.filter((id) => still.has(id))
    return { terms: { ...own.terms, likeLoadIds, ...(isOver ? { expiresAt: null } : {}) }, boards: own.boards }
  }
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  if (!row) throw new Error(`No load ${loadId} to post`)
  const last = db
    .select({ terms: postingTerms.terms, boards: postingTerms.boards, equipment: load.equipment })
    .from(load)
    .innerJoin(postingTerms, eq(postingTerms.loadId, load.id))
    .where(eq(load.customerId, row.customerId))
    .orderBy(
      desc(sql`${load.originCell} = ${row.originCell} and ${load.destCell} = ${row.destCell}`),
      desc(postingTerms.changedAt),
    )
    .limit(1)
    .get()
  if (!last) return { terms: usualTerms, boards: null }
  // What was said of that one load (its price, its end, words about it) is not said of this one.
  const {
    payMinor: _,
    payKind: __,
    expiresAt: ___,
    comments: ____,
    alsoEquipment,
    audience,
    likeLoadIds: _____,
    ...habits
  } = last.terms
  const also = last.equipment === row.equipment ? alsoEquipment : []
  const again = audience && { ...audience, publicAt: null }
  return { terms: { ...usualTerms, ...habits, alsoEquipment: also, audience: again }, boards: last.boards }
}

const stopsQuery = prepared((db) =>
  db
    .select({
      loadId: stop.loadId,
      kind: stop.kind,
      city: facility.city,
      region: facility.region,
      postal: facility.postal,
      lat: facility.lat,
      lon: facility.lon,
      access: stop.access,
      earliestLocal: stop.earliestLocal,
      latestLocal: stop.latestLocal,
    })
    .from(stop)
    .innerJoin(facility, eq(facility.id, stop.facilityId))
    .where(amongIds(stop.loadId))
    .orderBy(asc(stop.loadId), asc(stop.sequence))
    .prepare(),
)
const notesQuery = prepared((db) =>
  db
    .select({ loadId: note.loadId, audience: note.audience, text: note.text })
    .from(note)
    .where(amongIds(note.loadId))
    .orderBy(asc(note.id))
    .prepare(),
)
const loadsQuery = prepared((db) => db.select().from(load).where(amongIds(load.id)).prepare())

function postableLoads(db: Db, loadIds: readonly number[]): Map<number, PostableLoad> {
  const ids = JSON.stringify(loadIds)
  const stopsOf = byLoad(stopsQuery(db).all({ ids }))
  const notesOf = byLoad(notesQuery(db).all({ ids }))
  return new Map(
    loadsQuery(db)
      .all({ ids })
      .map((row) => [
        row.id,
        {
          ...row,
          stops: (stopsOf.get(row.id) ?? []).map((each) => ({ ...each, area: tradeAreas().of(each.postal) })),
          notes: notesOf.get(row.id) ?? [],
        },
      ]),
  )
}

/** Rows by the load they are of, in their order. */
export function byLoad<Row extends { loadId: number }>(rows: readonly Row[]): Map<number, Row[]> {
  const groups = new Map<number, Row[]>()
  for (const row of rows) {
    const group = groups.get(row.loadId)
    if (group) group.push(row)
    else groups.set(row.loadId, [row])
  }
  return groups
}
