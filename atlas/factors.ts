import type { RoadClass } from '../core/miles/network'

/**
 * How much longer a road is than the straight line between two towns on it, by class, and how far
 * a rounded figure in a road file is trusted against the map (0 not at all, 1 wholly).
 * `offRoad` is how much of a town's least distance from its road is driven to its middle.
 * `cityStreets` are the miles from the roads to the middle of a big city, whatever the distance.
 * `trust` was set by hand: a figure that is not rounded is taken for known. The others (but `wide`, taken over from
 * `divided`, `local`, from `two-lane`, and `ferry`)
 * were fitted by `fit.ts` on half of the table of published mileages.
 */
export type Factors = Record<RoadClass, number> & {
  trust: number
  trustRounded: number
  offRoad: number
  cityStreets: number
}

export const factors: Factors = {
  freeway: 1.04,
  urban: 1.22,
  wide: 1.08,
  divided: 1.08,
  open: 1.1,
  'two-lane': 1.12,
  local: 1.12,
  mountain: 1.15,
  ferry: 1.02,
  trust: 1,
  trustRounded: 0.6,
  offRoad: 0.08,
  cityStreets: 0.5,
}
