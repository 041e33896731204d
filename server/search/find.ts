import type { CreditReport } from '#core/credit/credit'
import type { Point } from '#core/place/straight'
import type { RateBand } from '#core/rates/rates'
import type { FoundPosting } from '#core/search/found'
import { type End, isCircle, payPerMile } from '#core/search/posting'
import { searchPostings } from '#core/search/search'
import type { Miss } from '#core/search/slack'
import { creditOf } from '#server/credit/reports'
import type { Db } from '#server/db.server'
import { legBetween } from '#server/miles/route'
import { officeOf } from '#server/office/office'
import { type ReadAsk, readAsk, type SearchAsk } from './ask'
import { type KnownCarrier, knownCarriers } from './carriers'
import { boardsOf, type Floor } from './floor'
import { bandOfLane } from './lane-band'
import { hiddenKeys, notesOf, type WorkNote } from './notes'
import { market } from './read-boards'
import { seenKeys } from './seen'

/** A truck or a load as the list of results shows it. */
export interface FoundRow {
  key: string
  posting: FoundPosting
  boards: string[]
  firstSeen: number
  /** Empty truck miles from where it was asked, to its pickup or from the truck; null where nothing was asked. */
  milesTo: number | null
  /** Empty truck miles from its end to where it was asked to go; null where either is open. */
  milesAfter: number | null
  /** Loaded truck miles; its own where it says them. */
  miles: number | null
  perMile: number | null
  /** What it pays for each mile driven, the empty ones counted; null where the truck's home is not known. */
  perMileDriven: number | null
  /** What the lane is likely to cost; null where it is no lane, or nothing is known. */
  band: RateBand | null
  carrier: KnownCarrier | null
  /** Of a load: how well whoever offers it pays, as the bureau reported last. */
  credit: CreditReport | null
  note: WorkNote | null
  /** Whether whoever asks has looked at it before. */
  isSeen: boolean
  misses: Miss[]
}

export interface FoundPage {
  kind: 'truck' | 'load'
  chips: ReadAsk['typed']['chips']
  unread: string[]
  problem: string | null
  total: number
  hidden: number
  byState: [string, number][]
  rows: FoundRow[]
  near: FoundRow[]
  size: { trucks: number; loads: number }
  boards: { name: string; readAt: number | null; problem: string | null }[]
  tookMs: number
}

/**
 * What is out there of what was asked, the first of it with all that a rep wants to know of each. `home`: where the truck lives that wants its next load:
 * ours come first then, and each load is counted with the way home. `personId`: who asks, for what that person has seen.
 */
export function findOnFloor(
  db: Db,
  ask: SearchAsk,
  now: number,
  { floor, readings } = market,
  { home = null, personId = null }: { home?: Point | null; personId?: number | null } = {},
): FoundPage {
  const read = readAsk(ask, now, officeOf(db).zone)
  const hidden = hiddenKeys(db, now)
  const seen = personId === null ? new Set<string>() : seenKeys(db, { id: personId, now })
  const started = performance.now()
  const wanted = read.problem ? 0 : read.query.limit
  const found = searchPostings(floor.index, {
    ...read.query,
    limit: wanted && wanted + hidden.size + (ask.show === 'unseen' ? seen.size : 0),
  })
  const tookMs = performance.now() - started
  const isHidden = (key: string) => hidden.has(key)
  const isShown = (key: string) =>
    isHidden(key) === (ask.show === 'hidden') && !(ask.show === 'unseen' && seen.has(key))
  const hits = found.hits.filter(isShown).slice(0, wanted)
  const near = ask.show === 'open' || ask.show === 'unseen' ? found.near.filter(({ id }) => isShown(id)) : []
  const missesOf = new Map(near.map(({ id, misses }) => [id, misses]))
  const whole = rowsOf(db, floor, [...hits, ...near.map(({ id }) => id)], { ...read, home, seen }, missesOf, now)
  const isOurs = ({ posting }: FoundRow) => Number(posting.ownLoadId !== null)
  const rows = home ? whole.toSorted((one, other) => isOurs(other) - isOurs(one)) : whole
  const shown = rows.filter(({ note }) => ask.show !== 'worked' || note !== null)
  return {
    ...{ kind: read.kind, chips: read.typed.chips, unread: read.typed.unread, problem: read.problem },
    total: found.total,
    hidden: found.hits.filter(isHidden).length,
    byState: Object.entries(found.byState).toSorted(([, one], [, other]) => other - one),
    rows: shown.filter(({ misses }) => misses.length === 0),
    near: shown.filter(({ misses }) => misses.length > 0),
    size: { trucks: floor.index.truck.size, loads: floor.index.load.size },
    boards: [...readings].map(([name, { readAt, problem }]) => ({ name, readAt, problem })),
    tookMs,
  }
}

function rowsOf(
  db: Db,
  floor: Floor,
  keys: readonly string[],
  { query, home, seen }: ReadAsk & { home: Point | null; seen: ReadonlySet<string> },
  missesOf: ReadonlyMap<string, Miss[]>,
  now: number,
): FoundRow[] {
  const postings = keys.map((key) => floor.shown.get(key)!)
  const notes = notesOf(db, keys)
  const carriers = knownCarriers(db, postings, now)
  const payers = postings.flatMap(({ kind, mc }) => (kind === 'load' && mc ? [mc] : []))
  const credits = creditOf(db, [...new Set(payers)], now)
  return postings.map((posting, at) => {
    const key = keys[at]!
    const { origin, destination } = posting
    const miles = destination ? (posting.miles ?? Math.round(legBetween(origin, destination).miles)) : null
    const perMile = payPerMile({ ...posting, miles })
    const milesTo = milesBetween(query.origin, origin)
    const milesAfter = destination
      ? (milesBetween(query.destination, destination) ?? milesHome(destination, home))
      : null
    const driven = home && miles !== null ? (milesTo ?? 0) + miles + (milesAfter ?? 0) : null
    return {
      ...{ key, posting, miles, perMile: Number.isNaN(perMile) ? null : perMile },
      boards: boardsOf(floor, key),
      firstSeen: floor.firstSeen.get(key) ?? now,
      ...{ milesTo, milesAfter },
      perMileDriven: driven && !Number.isNaN(perMile) ? (perMile * miles!) / driven : null,
      band: bandOfLane(db, posting, miles, now),
      carrier: posting.mc ? (carriers.get(posting.mc) ?? null) : null,
      credit: (posting.kind === 'load' && posting.mc && credits.get(posting.mc)) || null,
      note: notes.get(key) ?? null,
      isSeen: seen.has(key),
      misses: missesOf.get(key) ?? [],
    }
  })
}

const milesBetween = (asked: End | null, point: { lat: number; lon: number }): number | null =>
  isCircle(asked) ? Math.round(legBetween(asked, point).miles) : null

const milesHome = (from: Point, home: Point | null): number | null => home && Math.round(legBetween(from, home).miles)
