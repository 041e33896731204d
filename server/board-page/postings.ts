import { sql } from 'drizzle-orm'
import { audienceWords, expiryOf, usualTerms } from '#core/posting/terms'
import { connectedBoards } from '#server/board/boards'
import { type Db, prepared } from '#server/db.server'
import { byLoad } from '#server/posting/postable'
import { posting, postingTerms } from '#server/schema'

/** One load's posting on one board, as its line is drawn. */
export interface BoardLine {
  board: string
  state: 'asked' | 'up' | 'removal_asked' | 'refused'
  askedAt: number
  upAt: number | null
  refreshes: number[]
  /** When it is refreshed next; null where it is not. */
  nextAt: number | null
  seenAt: number | null
  views: number | null
  problem: string | null
}

/** A load with all its postings. */
export interface PostedRow {
  id: number
  number: string
  lane: string
  equipment: string
  rep: string
  repId: number
  pickupAt: number
  zone: string
  expiresAt: number
  payMinor: number | null
  /** Who alone sees it, in words; null: everybody. */
  audience: string | null
  offers: { at: number; payMinor: number }[]
  maxPayMinor: number | null
  boards: BoardLine[]
}

interface LoadRow extends Omit<PostedRow, 'lane' | 'offers' | 'boards' | 'expiresAt' | 'payMinor' | 'audience'> {
  from: string
  to: string
  pickupBy: number
}

/** More postings than a desk of a hundred reps has. */
const mostLoads = 2000

const loadsQuery = prepared((db) =>
  db.$client.prepare(
    `select load.id, load.number, load.origin_city || ' ' || load.origin_region "from", load.dest_city || ' ' || load.dest_region "to",
       load.equipment, user.name rep, load.rep_id repId, load.pickup_at pickupAt, load.pickup_by pickupBy, load.origin_zone zone, load.max_pay_minor maxPayMinor
     from load join user on user.id = load.rep_id
     where load.practice = 0 and load.id in (select load_id from posting indexed by posting_out where state in ('asked', 'up', 'removal_asked')
       union select load_id from posting where state = 'refused' and asked_at > ?)
       and (? is null or load.rep_id in (select value from json_each(?)))
     order by load.pickup_at, load.id limit ${mostLoads}`,
  ),
)
const offersQuery = prepared((db) =>
  db.$client.prepare(
    `select load_id loadId, received_at at, pay_minor payMinor from offer
     where load_id in (select value from json_each(?)) and state in ('open', 'awarded') order by received_at`,
  ),
)

const dayMs = 86_400_000

/** All that is posted now, or that a board refused lately, a row a load. `reps`: whose loads, as ids in JSON; null for everybody's. */
export function readPostings(db: Db, reps: string | null, now: number): PostedRow[] {
  const loads = loadsQuery(db).all(now - dayMs, reps, reps) as LoadRow[]
  const ids = JSON.stringify(loads.map(({ id }) => id))
  const postings = byLoad(
    db
      .select()
      .from(posting)
      .where(sql`${posting.loadId} in (select value from json_each(${ids})) and ${posting.state} <> 'down'`)
      .all(),
  )
  const terms = new Map(
    db
      .select({ loadId: postingTerms.loadId, terms: postingTerms.terms })
      .from(postingTerms)
      .where(sql`${postingTerms.loadId} in (select value from json_each(${ids}))`)
      .all()
      .map((row) => [row.loadId, row.terms]),
  )
  const offers = byLoad(offersQuery(db).all(ids) as { loadId: number; at: number; payMinor: number }[])
  const minutesOf = new Map(connectedBoards(db).map(({ row }) => [row.name, row.refreshMinutes]))
  return loads.map(({ from, to, pickupBy, ...load }) => {
    const own = postings.get(load.id) ?? []
    const shown = terms.get(load.id) ?? usualTerms
    const newest = Math.max(...own.map(({ askedAt }) => askedAt))
    return {
      ...load,
      lane: `${from} to ${to}`,
      expiresAt: expiryOf(shown, pickupBy, newest),
      payMinor: shown.payKind === 'none' ? null : shown.payMinor,
      audience: shown.audience && audienceWords(shown.audience),
      offers: (offers.get(load.id) ?? []).map(({ at, payMinor }) => ({ at, payMinor })),
      boards: newestOfEach(own).map((row) => lineOf(row, minutesOf.get(row.board) ?? null)),
    }
  })
}

type Row = typeof posting.$inferSelect

/** The newest posting on each board: an older one was refused, and posted again. */
const newestOfEach = (rows: Row[]): Row[] =>
  rows.filter((row) => !rows.some((other) => other.board === row.board && other.id > row.id))

function lineOf(row: Row, refreshMinutes: number | null): BoardLine {
  const { board, state, askedAt, upAt, refreshes, seenAt, views, problem } = row
  const last = refreshes.at(-1) ?? upAt
  return {
    ...{ board, askedAt, upAt, refreshes, seenAt, views, problem },
    state: state === 'down' ? 'removal_asked' : state,
    nextAt: state === 'up' && refreshMinutes !== null && last !== null ? last + refreshMinutes * 60_000 : null,
  }
}
