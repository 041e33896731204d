import { type Db, prepared } from '#server/db.server'

/** What is around a load that its own row does not say. */
export interface AroundLoad {
  /** Open offers, and the lowest of them. */
  offers: number
  bestMinor: number | null
  /** The boards it is on. */
  boards: string | null
  /** The first stop that the truck has not left, and until when it takes trucks there, in its own time. */
  nextCity: string | null
  nextBy: string | null
  /** What was last written about it: by a check call, or for us. */
  lastNote: string | null
}

const around = prepared((db) =>
  db.$client.prepare<{ ids: string }, AroundLoad & { id: number }>(`
    select wanted.value id,
      (select count(*) from offer where load_id = wanted.value and state = 'open') offers,
      (select min(pay_minor) from offer where load_id = wanted.value and state = 'open') bestMinor,
      (select group_concat(distinct board) from posting where load_id = wanted.value and state in ('asked', 'up')) boards,
      facility.city || ' ' || facility.region nextCity,
      coalesce(next.latest_local, next.earliest_local) nextBy,
      coalesce(
        (select note from stop_event where load_id = wanted.value and note <> '' order by id desc limit 1),
        (select text from note where load_id = wanted.value and audience = 'us' order by id desc limit 1)) lastNote
    from json_each(@ids) wanted
    left join stop next on next.load_id = wanted.value and next.sequence =
      1 + coalesce((select max(sequence) from stop_event where load_id = wanted.value and kind = 'departed'), 0)
    left join facility on facility.id = next.facility_id`),
)

/** What is around each of some loads, by their ids; one statement for all. */
export const aroundLoads = (db: Db, ids: number[]): Map<number, AroundLoad> =>
  new Map(
    around(db)
      .all({ ids: JSON.stringify(ids) })
      .map(({ id, ...rest }) => [id, rest]),
  )
