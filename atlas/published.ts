import { readFileSync } from 'node:fs'
import { parse } from 'csv-parse/sync'
import type { Miles } from '../core/miles/miles'
import type { Gazetteer } from '../core/place/gazetteer'
import { resolvePlace } from '../core/place/resolve'

/** A city-to-city mileage as atlases and highway departments print it. */
export interface PublishedMiles {
  from: string
  to: string
  miles: number
}

/** The project's tables: the one that factors are fitted on (by half), further pairs, pairs of smaller cities, and a chart of 61 cities with each other. */
export type MilesTable = 'published-miles' | 'further-miles' | 'regional-miles' | 'mileage-chart'

/** A table of published mileages. */
export function publishedMiles(table: MilesTable = 'published-miles'): PublishedMiles[] {
  const rows = parse(readFileSync(`atlas/${table}.csv`, 'utf8'), { columns: true }) as Record<
    'from' | 'to' | 'miles',
    string
  >[]
  return rows.map((row) => ({ from: row.from, to: row.to, miles: Number(row.miles) }))
}

/** Factors are fitted on the rows with an even number; the odd ones are held back. */
export const heldBack = (_: unknown, at: number): boolean => at % 2 === 1

export interface Errors {
  pairs: number
  /** Shares: 0.01 is one percent. */
  median: number
  p90: number
  p95: number
  worst: number
}

/** Each pair's miles by the network against what is published, the farthest off first. */
export function comparePublished(rows: PublishedMiles[], gazetteer: Gazetteer, miles: Miles) {
  const place = (text: string) => {
    const found = resolvePlace(gazetteer, text)
    if ('refusal' in found) throw new Error(`Table of published mileages: ${text}: ${found.refusal.message}`)
    return found.place
  }
  const compared = rows.map((row) => {
    const ours = miles.leg(place(row.from), place(row.to))?.miles ?? Number.POSITIVE_INFINITY
    return { ...row, ours, error: ours / row.miles - 1 }
  })
  return compared.sort((one, other) => Math.abs(other.error) - Math.abs(one.error))
}

/** The error figures of compared pairs (the farthest off first). */
export function errorsOf(compared: { error: number }[]): Errors {
  const at = (share: number) => Math.abs(compared[Math.max(0, Math.ceil(compared.length * (1 - share)) - 1)]!.error)
  return { pairs: compared.length, median: at(0.5), p90: at(0.9), p95: at(0.95), worst: Math.abs(compared[0]!.error) }
}
