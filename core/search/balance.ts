/** How loads and trucks stand against each other in a state or a market area. */
export interface Balance {
  /** Loads that pick up there, loads that deliver there, trucks that stand there. */
  loads: number
  into: number
  trucks: number
}

/** Loads for each truck; null where no truck is. */
export const ratioOf = ({ loads, trucks }: Pick<Balance, 'loads' | 'trucks'>): number | null =>
  trucks === 0 ? null : loads / trucks

/** Eight times as many of one as of the other tips the beam as far as it goes. */
const fullTilt = Math.log2(8)

/** How a balance tips, from -1 (trucks outweigh) over 0 to 1 (loads outweigh); a few of either tip it little. */
export function tiltOf({ loads, trucks }: Pick<Balance, 'loads' | 'trucks'>): number {
  const tilt = Math.log2((loads + 1) / (trucks + 1)) / fullTilt
  return Math.max(-1, Math.min(1, tilt))
}

/** A ratio as it is read: `3.2`, `0.4`, `loads only`, `none`. */
export function ratioWords({ loads, trucks }: Pick<Balance, 'loads' | 'trucks'>): string {
  const ratio = ratioOf({ loads, trucks })
  if (ratio === null) return loads > 0 ? 'loads only' : 'none'
  return ratio >= 10 ? String(Math.round(ratio)) : ratio.toFixed(1)
}

/** By how much a ratio changed, as a signed share: `+25%`; empty where there is nothing to compare, `=` within a twentieth. */
export function changeWords(now: number | null, before: number | null): string {
  if (now === null || before === null || before === 0) return ''
  const change = now / before - 1
  if (Math.abs(change) < 0.05) return '='
  return `${change > 0 ? '+' : '−'}${Math.round(Math.abs(change) * 100)}%`
}
