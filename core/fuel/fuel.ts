import { z } from 'zod'
import { type Charge, rateScale } from '../charge/charge'
import { isDay } from '../time/local'

/** Diesel is quoted to a tenth of a cent a gallon: a whole number of thousandths of a dollar. */
export const dieselScale = 1000

export const fuelBases = ['per_mile', 'percent_of_line_haul'] as const
export type FuelBasis = (typeof fuelBases)[number]

/** A fuel surcharge table: above a base price, each step of diesel adds the same. */
export const fuelTableSchema = z.object({
  name: z.string().trim().min(2, 'Name the table').max(80),
  /** Diesel at which nothing is added yet, thousandths of a dollar a gallon. */
  baseE3: z.number('Give the base price').int().min(0).max(20_000, 'Diesel over $20 a gallon?'),
  stepE3: z.number('Give the step').int().min(1, 'A step is at least a tenth of a cent').max(5000),
  basis: z.enum(fuelBases),
  /** What a step adds: ten-thousandths of a dollar a mile, or of a percent. */
  addE4: z
    .number('Give what a step adds')
    .int()
    .min(1, 'A step adds something')
    .max(20 * rateScale),
  /** Whether a step that has only begun counts as a whole one. */
  begunStepCounts: z.boolean().default(true),
})
export type FuelTable = z.infer<typeof fuelTableSchema>

/** How many steps diesel is above the table's base; 0 at or under it. */
export function fuelSteps(table: FuelTable, dieselE3: number): number {
  const above = Math.max(0, dieselE3 - table.baseE3)
  return table.begunStepCounts ? Math.ceil(above / table.stepE3) : Math.floor(above / table.stepE3)
}

/** The surcharge of a table at a price of diesel, as a charge in US dollars, like the index and the tables; null where nothing is added. */
export function fuelSurcharge(table: FuelTable, dieselE3: number): Charge | null {
  const rateE4 = fuelSteps(table, dieselE3) * table.addE4
  return rateE4 === 0
    ? null
    : { kind: 'fuel_surcharge', basis: table.basis, rateE4, quantity: null, currency: 'USD', note: '', day: null }
}

/** One week's price of diesel in one area. */
export interface DieselPrice {
  area: string
  /** The Monday the price is of, ISO date. */
  week: string
  priceE3: number
}

/** The area whose price stands for the whole country, and is what tables go by. */
export const nationalArea = 'US'

export interface FeedReading<T> {
  rows: T[]
  /** Lines that could not be read, with the line's number (the first after the head is 2) and why. */
  refused: { line: number; reason: string }[]
}

/** Reads the rows of a weekly diesel index (`area,week,usd_per_gallon`, a head first); rows that cannot be read are reported, the rest is taken. */
export function readDiesel(rows: string[][]): FeedReading<DieselPrice> {
  const reading: FeedReading<DieselPrice> = { rows: [], refused: [] }
  rows.slice(1).forEach(([area = '', week = '', price = ''], at) => {
    const line = at + 2
    if (!/^[A-Z][A-Z0-9]{1,2}$/.test(area)) reading.refused.push({ line, reason: `no such area: ${area}` })
    else if (!isDay(week)) reading.refused.push({ line, reason: `no such day: ${week}` })
    else if (!/^\d{1,2}\.\d{1,3}$/.test(price) || Number(price) < 0.5 || Number(price) > 20)
      reading.refused.push({ line, reason: `no price of diesel: ${price}` })
    else reading.rows.push({ area, week, priceE3: Math.round(Number(price) * dieselScale) })
  })
  return reading
}
