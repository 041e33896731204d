import { rateScale } from '../charge/charge'
import { dieselScale, type FuelTable } from './fuel'

/** `3.789` for thousandths of a dollar a gallon. */
export const dieselWords = (priceE3: number): string => (priceE3 / dieselScale).toFixed(3)

/** `0.01 a mile for every 0.06 above 1.25, a partial step counts`. */
export function fuelTableWords(table: FuelTable): string {
  const add = (table.addE4 / rateScale).toLocaleString('en-US', { maximumFractionDigits: 4 })
  const what = table.basis === 'per_mile' ? `$${add} a mile` : `${add}% of line haul`
  return `${what} for every $${dieselWords(table.stepE3)} above $${dieselWords(table.baseE3)}${table.begunStepCounts ? ', a partial step counts' : ', full steps only'}`
}
