import { day } from '../time/local'
import { priceSources } from './past-price'

/** Miles at which the price of a longer way changes its slope. */
const mileKnots = [60, 120, 220, 400, 700, 1200, 2000]
/** Hours of notice at which the price of haste changes its slope. */
const leadKnots = [4, 10, 24, 48, 96, 192]
const usualWeightLb = 36_000
const heavyLb = 42_000
export const usualLeadHours = 48
const usualMiles = 600

/** Which features tell of what: a share of the account each. */
export const featureGroups = ['base', 'equipment', 'notice', 'weight', 'weekday', 'season', 'source'] as const
export type FeatureGroup = (typeof featureGroups)[number]

export interface FeaturePlan {
  equipments: string[]
  size: number
  /** The group of each feature. */
  groups: FeatureGroup[]
}

export interface FeatureInput {
  logMiles: number
  /** Position in the plan's equipments; -1 for one that is not there. */
  equipment: number
  leadHours: number
  weightLb: number | null
  pickupAt: number
  source: number
}

/**
 * What a load costs where nothing at all is known: a fixed part and a sum for each mile, in log dollars.
 * Only a starting point: the fit moves it wherever there are prices.
 */
export const usualLogPrice = (logMiles: number): number => Math.log(250 + 1.9 * Math.exp(logMiles))

/** Which features a history of these equipments has. */
export function planFeatures(equipments: string[]): FeaturePlan {
  const groups: FeatureGroup[] = ['base', 'base', ...mileKnots.map((): FeatureGroup => 'base')]
  for (const _ of equipments) groups.push('equipment', 'equipment', 'equipment', 'notice', 'season', 'season', 'weight')
  groups.push('notice', ...leadKnots.map((): FeatureGroup => 'notice'))
  groups.push('weight', 'weight', 'weight')
  for (let weekday = 0; weekday < 7; weekday++) groups.push('weekday')
  groups.push('season', 'season', 'season', 'season')
  for (const _ of priceSources) groups.push('source')
  return { equipments, size: groups.length, groups }
}

/** Writes one price's features into `row` from `at`. Scaled so that one ridge penalty suits all. */
export function writeFeatures(
  row: Float32Array | Float64Array,
  at: number,
  input: FeatureInput,
  plan: FeaturePlan,
): void {
  row.fill(0, at, at + plan.size)
  let next = at
  const { logMiles } = input
  row[next++] = 1
  row[next++] = logMiles - Math.log(usualMiles)
  for (const knot of mileKnots) row[next++] = Math.max(0, logMiles - Math.log(knot))
  const lead = Math.log(input.leadHours + 2)
  const year = (input.pickupAt / day / 365.25) * 2 * Math.PI
  const heavy = input.weightLb === null ? 0 : (input.weightLb - usualWeightLb) / 10_000
  if (input.equipment >= 0) {
    const mine = next + input.equipment * 7
    row[mine] = 1
    row[mine + 1] = logMiles - Math.log(usualMiles)
    row[mine + 2] = Math.max(0, logMiles - Math.log(250))
    row[mine + 3] = lead - Math.log(usualLeadHours + 2)
    row[mine + 4] = Math.cos(year)
    row[mine + 5] = Math.sin(year)
    row[mine + 6] = heavy
  }
  next += plan.equipments.length * 7
  row[next++] = lead - Math.log(usualLeadHours + 2)
  for (const knot of leadKnots) row[next++] = Math.max(0, Math.log(knot + 2) - lead)
  row[next++] = heavy
  row[next++] = input.weightLb === null ? 0 : Math.max(0, input.weightLb - heavyLb) / 10_000
  row[next++] = input.weightLb === null ? 1 : 0
  // 1 January 1970 was a Thursday: weekday 0 is Sunday.
  row[next + ((Math.floor(input.pickupAt / day) + 4) % 7)] = 1
  next += 7
  row[next++] = Math.cos(year)
  row[next++] = Math.sin(year)
  row[next++] = Math.cos(2 * year)
  row[next++] = Math.sin(2 * year)
  row[next + input.source] = 1
}
