import { type PieceUnit, piecesWords } from './freight'
import type { Problem } from './problem'

interface Handled {
  kind: 'pickup' | 'delivery'
  pieces: number | null
  weightLb: number | null
}

interface Whole {
  pieces: number | null
  weightLb: number | null
}

export interface OnOff {
  pieces: number | null
  weightLb: number | null
}

/**
 * What is loaded or unloaded at each stop. Where exactly one pickup (or one delivery) says nothing, it is what the load has
 * beyond the others; where several say nothing it is not known which has what: null.
 */
export function onAndOff(stops: readonly Handled[], load: Whole): OnOff[] {
  return stops.map((stop) => ({
    pieces: amountAt(stops, stop, 'pieces', load),
    weightLb: amountAt(stops, stop, 'weightLb', load),
  }))
}

function amountAt(stops: readonly Handled[], stop: Handled, measure: keyof Whole, load: Whole): number | null {
  const said = stop[measure]
  if (said !== null) return said
  const alike = stops.filter(({ kind }) => kind === stop.kind)
  const whole = load[measure]
  if (whole === null || alike.filter((each) => each[measure] === null).length > 1) return null
  const rest = whole - sumOf(alike, measure)
  return rest > 0 ? rest : null
}

const sumOf = (stops: readonly Handled[], measure: keyof Whole): number =>
  stops.reduce((sum, stop) => sum + (stop[measure] ?? 0), 0)

/** What does not add up between what is loaded, what is unloaded and the whole load. */
export function checkAboard(stops: readonly Handled[], load: Whole & { pieceUnit: PieceUnit }): Problem[] {
  const inWords = {
    pieces: (pieces: number) => piecesWords({ pieces, pieceUnit: load.pieceUnit }),
    weightLb: (weightLb: number) => `${weightLb.toLocaleString('en-US')} lb`,
  }
  return (['pickup', 'delivery'] as const).flatMap((kind) =>
    (['pieces', 'weightLb'] as const).flatMap((measure): Problem[] => {
      const alike = stops.filter((stop) => stop.kind === kind)
      const whole = load[measure]
      const said = alike.filter((stop) => stop[measure] !== null)
      if (whole === null || said.length === 0) return []
      const sum = sumOf(said, measure)
      const isShort = said.length === alike.length && sum < whole
      if (sum <= whole && !isShort) return []
      const verb = kind === 'pickup' ? 'Loaded' : 'Unloaded'
      const message = `${verb}: ${inWords[measure](sum)} of ${inWords[measure](whole)}`
      const at = stops.findLastIndex((stop) => stop.kind === kind && stop[measure] !== null)
      return [{ path: `stops.${at}.${measure}`, code: 'freight_does_not_add_up', severity: 'caution', message }]
    }),
  )
}
