import { day } from '#core/time/local'
import { type ArrivalPace, learnArrivals, type WaitedLoad } from '#core/waiting/arrivals'
import { type Db, prepared } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { hauledAtPay } from '#server/schema/hauled'

/** How offers came in of late; loads older than this tell of another market. */
const learntDays = 120
const maxLoads = 3000

const waitedQuery = prepared((db) =>
  db.$client.prepare(`select load.id, load.opened_at openedAt, load.covered_at endedAt, load.pickup_at pickupAt, (select min(coalesce(up_at, asked_at)) from posting where posting.load_id = load.id) postedAt,
      (select count(*) from load past where ${hauledAtPay('past')} and past.equipment = load.equipment and past.origin_cell = load.origin_cell and past.dest_cell = load.dest_cell and past.covered_at < load.covered_at and past.covered_at > load.covered_at - ${365 * day}) laneLoads,
      (select json_group_array(received_at) from offer where offer.load_id = load.id) offersAt
    from load where load.covered_at >= ? and load.covered_at < ? and load.opened_at is not null and load.practice = 0 order by load.covered_at desc limit ${maxLoads}`),
)

type Row = Omit<WaitedLoad, 'offersAt'> & { offersAt: string }

/** The pace at which offers came in of late. Looks at thousands of loads: for a thread that nobody waits for. */
export function readArrivalPace(db: Db, now: number): ArrivalPace {
  const rows = waitedQuery(db).all(now - learntDays * day, now) as Row[]
  return learnArrivals(
    rows.map((row) => ({ ...row, offersAt: JSON.parse(row.offersAt) as number[] })),
    officeOf(db).zone,
  )
}
