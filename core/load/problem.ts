import type { Charge, ChargeFacts } from '../charge/charge'
import type { Leg } from '../miles/roads'
import type { PieceUnit } from './freight'
import type { StopPlace } from './load'

/**
 * Something wrong or odd in what was typed, shown at its field before saving. `stop` keeps a load
 * from being opened for cover; `caution` asks to be acknowledged; `note` is only said. A draft may carry all.
 */
export interface Problem {
  /** Dotted path of the field, `stops.1.earliestLocal`. */
  path: string
  code:
    | 'in_the_past'
    | 'cannot_be_driven'
    | 'no_payer'
    | 'no_sell_charge'
    | 'rate_out_by_ten'
    | 'mixed_currencies'
    | 'no_exchange_rate'
    | 'advance_without_day'
    | 'stops_out_of_order'
    | 'no_road'
    | 'no_temperature'
    | 'far_ahead'
    | 'no_street'
    | 'long_gap'
    | 'freight_does_not_add_up'
    | 'no_un_number'
    | 'no_customs_broker'
  severity: 'stop' | 'caution' | 'note'
  message: string
}

export interface LoadToCheck {
  equipment: string
  team: boolean
  tempMinF: number | null
  /** In their order; null where place or time is not given yet. */
  stops: (StopPlace | null)[]
  /** What is loaded and unloaded at each of them. */
  handled: { kind: 'pickup' | 'delivery'; pieces: number | null; weightLb: number | null }[]
  freight: {
    pieces: number | null
    weightLb: number | null
    pieceUnit: PieceUnit
    hazmat: boolean
    unNumber: string | null
  }
  customsBroker: string
  /** Miles and wheel hours from each stop to the next; null where they are not known (yet). */
  legs: (LoadLeg | null)[]
  sellCharges: Charge[]
  charges: ChargeFacts
}

/** A leg of a load; `byRoad` is false where no road joins its ends. */
export interface LoadLeg extends Leg {
  byRoad: boolean
}
