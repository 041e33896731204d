import { type Db, prepared } from '#server/db.server'

/** How postings like one fared: what a rep wants to know before posting another. */
export interface Fared {
  postings: number
  /** Hours from posting to the first offer, the middle one; null where none came. */
  hoursToOffer: number | null
  /** Offers for each posted load. */
  offersEach: number
  /** What covered loads were paid, the middle one, in minor units; null where none was covered. */
  payMinor: number | null
}

/** Loads that are looked at, the newest. */
const most = 120

const query = prepared((db) =>
  db.$client.prepare(
    `select load.pay_minor payMinor,
       (select min(asked_at) from posting where load_id = load.id) askedAt,
       (select min(received_at) from offer where load_id = load.id) offerAt,
       (select count(*) from offer where load_id = load.id) offers
     from load where id in (
       select load.id from load indexed by load_pickup
       where equipment = ? and origin_region = ? and dest_region = ? and pickup_at between ? and ? and practice = 0
         and exists (select 1 from posting where load_id = load.id)
       order by pickup_at desc limit ${most})`,
  ),
)

const middleOf = (values: number[]): number | null =>
  values.length === 0 ? null : values.toSorted((one, other) => one - other)[Math.floor(values.length / 2)]!

/** How our postings of such equipment between the same states fared in half a year. */
export function faredBefore(
  db: Db,
  load: { equipment: string; originRegion: string; destRegion: string },
  now: number,
): Fared {
  const since = now - 182 * 86_400_000
  const rows = query(db).all(load.equipment, load.originRegion, load.destRegion, since, now + 30 * 86_400_000) as {
    payMinor: number | null
    askedAt: number
    offerAt: number | null
    offers: number
  }[]
  const hours = rows.flatMap(({ askedAt, offerAt }) =>
    offerAt !== null && offerAt >= askedAt ? [(offerAt - askedAt) / 3_600_000] : [],
  )
  const first = middleOf(hours)
  return {
    postings: rows.length,
    hoursToOffer: first === null ? null : Math.round(first * 10) / 10,
    offersEach:
      rows.length === 0 ? 0 : Math.round((rows.reduce((sum, { offers }) => sum + offers, 0) / rows.length) * 10) / 10,
    payMinor: middleOf(rows.flatMap(({ payMinor }) => payMinor ?? [])),
  }
}
