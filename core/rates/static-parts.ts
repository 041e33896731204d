import type { Field } from './field'
import type { Knots } from './knots'
import type { LaneLikeness } from './lane-memory'

/** A level predicted over the map: where prices start or end, the same share on every way, or weighing more on a short way. */
export const sideNames = ['origin', 'dest', 'originShort', 'destShort'] as const
export type SideName = (typeof sideNames)[number]
export interface Side {
  field: Field
  /** By spot. */
  values: Float64Array
}

/** What of a price does not move with time: its features, where it starts and ends. */
export interface StaticFit {
  coefficients: Float64Array
  sides: Record<SideName, Side>
  knots: Knots
  /** By equipment and knot: how an equipment's level there differs from all. */
  equipmentOrigin: Float64Array
  equipmentDest: Float64Array
  /** Standard deviation of a single price around what is expected, in log price. */
  noise: number
  laneLikeness: LaneLikeness
}
