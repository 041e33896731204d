/** By how much a posting may miss one filter and still be worth showing below the hits. */
export interface Slack {
  miles: number
  days: number
  lengthFt: number
  weightLb: number
  hours: number
  /** Of the pay that is asked, a mile or in all. */
  share: number
}

export const nearSlack: Slack = { miles: 50, days: 1, lengthFt: 4, weightLb: 5000, hours: 24, share: 0.1 }
export const noSlack: Slack = { miles: 0, days: 0, lengthFt: 0, weightLb: 0, hours: 0, share: 0 }

export const missKinds = ['origin', 'destination', 'dates', 'length', 'weight', 'age', 'per_mile', 'pay'] as const
export type MissKind = (typeof missKinds)[number]

/** What a near posting misses and by how much. */
export interface Miss {
  what: MissKind
  by: number
  unit: 'mi' | 'days' | 'ft' | 'lb' | 'hours' | 'usd'
}

export const missUnits: Record<MissKind, Miss['unit']> = {
  origin: 'mi',
  destination: 'mi',
  dates: 'days',
  length: 'ft',
  weight: 'lb',
  age: 'hours',
  per_mile: 'usd',
  pay: 'usd',
}

/** Decimals that a miss is told with. */
export const missDecimals: Record<MissKind, number> = {
  origin: 1,
  destination: 1,
  dates: 0,
  length: 2,
  weight: 2,
  age: 1,
  per_mile: 2,
  pay: 2,
}
