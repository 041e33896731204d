import { type Actor, system } from '#core/access/actor'
import { onDesk } from '#core/load/states'
import { type Db, prepared } from '#server/db.server'
import { inSql } from '#server/schema/state-sql'

export const guideRule: Actor = system('the routing guide')

/** A place of the routing guide, with what decides whether its carrier is asked. */
export interface GuidePlace {
  placeId: number
  rank: number
  carrierId: number
  carrierName: string
  mail: string
  priceMinor: number
  weeklyLoads: number | null
  acceptMinutes: number
  /** Loads of this place that it has taken and that pick up in the same week. */
  takenThatWeek: number
}

// A load is on a guide's lane when it goes from the lane's city to its city with nothing between, in its equipment, for its customer or, where
// the guide is for anybody, for any.
const isOnLane = `lane.origin_city = load.origin_city and lane.dest_city = load.dest_city and lane.equipment = load.equipment
  and lane.origin_region = load.origin_region and lane.dest_region = load.dest_region
  and coalesce(project.customer_id, load.customer_id) = load.customer_id and project.state = 'awarded'
  and (select count(*) from stop where stop.load_id = load.id) = 2`

const laneQuery = prepared((db) =>
  db.$client.prepare<[{ loadId: number; pickupOn: string }], { laneId: number }>(
    `select lane.id laneId from load join bid_lane lane indexed by bid_lane_ends join bid_project project on project.id = lane.project_id
     where load.id = @loadId and ${isOnLane}
       and exists (select 1 from guide_place place where place.lane_id = lane.id and place.ended_at is null and @pickupOn between place.valid_from and place.valid_to)
     order by project.customer_id is null, project.id desc limit 1`,
  ),
)

/**
 * The lane of a routing guide that a load runs on, by its pickup's local day; null where no guide holds for it. A guide of its customer comes
 * before one for anybody, a newer one before an older.
 */
export const guideLaneOf = (db: Db, loadId: number, pickupOn: string): number | null =>
  laneQuery(db).get({ loadId, pickupOn })?.laneId ?? null

const placesQuery = prepared((db) =>
  db.$client.prepare<[{ laneId: number; from: number; to: number }], GuidePlace>(
    `select place.id placeId, place.rank, place.carrier_id carrierId, carrier.name carrierName, carrier.mail, place.price_minor priceMinor,
       place.weekly_loads weeklyLoads, place.accept_minutes acceptMinutes,
       (select count(*) from guide_offer taken join load on load.id = taken.load_id
         where taken.place_id = place.id and taken.state = 'accepted' and load.carrier_id = place.carrier_id and load.state <> 'cancelled'
           and load.pickup_at >= @from and load.pickup_at < @to) takenThatWeek
     from guide_place place join carrier on carrier.id = place.carrier_id
     where place.lane_id = @laneId and place.ended_at is null order by place.rank`,
  ),
)

/** The places of a lane, first to last; `week` is the one that the load picks up in (UTC milliseconds, its end not in it). */
export const placesOf = (db: Db, laneId: number, week: { from: number; to: number }): GuidePlace[] =>
  placesQuery(db).all({ laneId, ...week })

const dueQuery = prepared((db) =>
  db.$client.prepare<[{ now: number }], { loadId: number }>(
    // Those that the guide was not asked about yet, those that wait for nobody any more, and those whose carrier fell through. The day is
    // looked at roughly here and exactly by whoever asks for the lane.
    `select load.id loadId from load indexed by load_open left join guide_run run on run.load_id = load.id
     where load.state in (${inSql(onDesk)}) and load.state = 'uncovered' and load.practice = 0 and load.pickup_by > @now
       and case when run.load_id is null
         then exists (select 1 from bid_lane lane indexed by bid_lane_ends join bid_project project on project.id = lane.project_id
           where ${isOnLane} and date(load.pickup_at / 1000, 'unixepoch') between date(project.valid_from, '-1 day') and date(project.valid_to, '+1 day'))
         else run.state in ('running', 'accepted')
           and not exists (select 1 from guide_offer going where going.load_id = load.id and going.state = 'out' and going.expires_at > @now) end
     limit 200`,
  ),
)

/** Loads that are to be offered to the next carrier of a guide. */
export const dueLoads = (db: Db, now: number): number[] =>
  dueQuery(db)
    .all({ now })
    .map(({ loadId }) => loadId)

const anyQuery = prepared((db) => db.$client.prepare("select 1 one from bid_project where state = 'awarded' limit 1"))

/** Whether there is any routing guide at all. */
export const hasGuide = (db: Db): boolean => anyQuery(db).get() !== undefined
