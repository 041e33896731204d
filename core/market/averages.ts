import type { FeedReading } from '../fuel/fuel'
import type { Equipment } from '../load/load'
import { readEquipment } from '../quote/read-equipment'
import { isDay } from '../time/local'

/** What others paid from one three-character prefix to another on a day, on average. */
export interface MarketAverage {
  day: string
  /** When it came out: before that nobody could know it. */
  publishedAt: number
  originPostal: string
  destPostal: string
  equipment: Equipment
  miles: number
  averageMinor: number
  /** Loads behind the average. */
  count: number
}

const prefix = /^(\d{3}|[A-Z]\d[A-Z])$/

/** Reads a market report (`day,published_at,from,to,trailer,loads,average_usd,miles`, a head first); rows that cannot be read are reported, the rest is taken. */
export function readAverages(rows: string[][]): FeedReading<MarketAverage> {
  const reading: FeedReading<MarketAverage> = { rows: [], refused: [] }
  rows.slice(1).forEach((row, at) => {
    const read = readAverage(row)
    if (typeof read === 'string') reading.refused.push({ line: at + 2, reason: read })
    else reading.rows.push(read)
  })
  return reading
}

function readAverage([
  day = '',
  published = '',
  from = '',
  to = '',
  trailer = '',
  loads = '',
  average = '',
  far = '',
]: string[]): MarketAverage | string {
  const publishedAt = Date.parse(published)
  const equipment = readEquipment(trailer)
  const [count, dollars, miles] = [Number(loads), Number(average), Number(far)]
  if (!isDay(day)) return `no such day: ${day}`
  if (Number.isNaN(publishedAt) || publishedAt < Date.parse(`${day}T00:00:00Z`))
    return `published before its day, or never: ${published}`
  if (!prefix.test(from) || !prefix.test(to)) return `no such areas: ${from} to ${to}`
  if (!equipment) return `no such trailer: ${trailer}`
  if (!Number.isInteger(count) || count < 1) return `no number of loads: ${loads}`
  if (!(dollars > 0 && dollars < 100_000)) return `no price: ${average}`
  if (!(miles >= 0 && miles < 6000) || far === '') return `no miles: ${far}`
  return {
    day,
    publishedAt,
    originPostal: from,
    destPostal: to,
    equipment,
    miles,
    averageMinor: Math.round(dollars * 100),
    count,
  }
}
