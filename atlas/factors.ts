import type { RoadClass } from '../core/miles/network'

/**
 * How much longer a road is than the straight line between two towns on it, by class, and how far
 * a rounded figure in a road file is trusted against the map (0 not at all, 1 wholly).
 * `offRoad` is how much of a town's least distance from its road is driven to its middle.
 * `cityStreets` are the miles from the roads to the middle of a big city, whatever the distance.
 * `offRoad` and `cityStreets` were chosen on the whole table; the others (but `wide`, taken over from
 * `divided`, `local`, from `two-lane`, and `ferry`)
 * were fitted by `fit.ts` on half of the table of published mileages.
 */
export type Factors = Record<RoadClass, number> & { trust: number; trustRounded: number; offRoad: number; cityStreets: number }

export const factors: Factors = { freeway: 1.03, urban: 1.18, wide: 1.07, divided: 1.07, open: 1.11, 'two-lane': 1.11, local: 1.11, mountain: 1.15, ferry: 1.02, trust: 1, trustRounded: 0.5, offRoad: 0.18, cityStreets: 0.7 }
