import type { Equipment } from '#core/load/load'
import type { Chance } from './random'
import { pullOf } from './world'

const day = 86_400_000

const perMile: Partial<Record<Equipment, number>> = { van: 1.88, reefer: 2.24, flatbed: 2.3, step_deck: 2.42 }

/**
 * What a truck would ask for a lane on a day, in whole dollars before noise: a fixed part, miles
 * by equipment (the longer, the cheaper a mile), the pull of the destination, the season, and a
 * slow market drift.
 */
export function marketPrice(
  lane: { equipment: Equipment; miles: number; originRegion: string; destRegion: string },
  at: number,
): number {
  const base = 210 + lane.miles * (perMile[lane.equipment] ?? 2.1) * (1 + 120 / (lane.miles + 400))
  const direction = (pullOf[lane.destRegion] ?? 1) / Math.sqrt(pullOf[lane.originRegion] ?? 1)
  const yearShare = (at / day / 365.25) % 1
  const harvest = lane.equipment === 'reefer' ? 0.09 * Math.max(0, Math.cos((yearShare - 0.75) * 2 * Math.PI)) : 0
  const season = 1 + 0.035 * Math.cos((yearShare - 0.93) * 2 * Math.PI) + harvest
  const drift = 1 + 0.05 * Math.sin((at / day / 210) * 2 * Math.PI)
  return base * direction * season * drift
}

/** One truck's price: the market with its own need, and more on short notice. */
export function askedPrice(
  lane: Parameters<typeof marketPrice>[0],
  at: number,
  leadHours: number,
  luck: Chance,
): number {
  const shortNotice = 1 + 0.12 * Math.exp(-leadHours / 10)
  return Math.max(200, Math.round((marketPrice(lane, at) * shortNotice * Math.exp(luck.bell() * 0.075)) / 10) * 10)
}
