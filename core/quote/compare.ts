import { prefixOf } from '../rates/past-price'

export interface ComparedLine {
  originPostal: string
  destPostal: string
  equipment: string
  /** All in; null where it was not priced. */
  sellMinor: number | null
  miles: number
}

/** What two lines must share to be the same lane: both postal prefixes and the equipment. */
export const laneKeyOf = (line: Pick<ComparedLine, 'originPostal' | 'destPostal' | 'equipment'>): string =>
  `${prefixOf(line.originPostal)}>${prefixOf(line.destPostal)}>${line.equipment}`

/**
 * The earlier price of each line's lane, by line; null where the lane was not quoted then. Where it was quoted more than
 * once, the price nearest to the line's own miles: another town of the same prefix.
 */
export function earlierPrices<Line extends ComparedLine, Earlier extends ComparedLine>(
  lines: Line[],
  earlier: Earlier[],
): (Earlier | null)[] {
  const byLane = new Map<string, Earlier[]>()
  for (const line of earlier) {
    if (line.sellMinor === null) continue
    const key = laneKeyOf(line)
    const same = byLane.get(key)
    if (same) same.push(line)
    else byLane.set(key, [line])
  }
  return lines.map((line) => {
    const same = byLane.get(laneKeyOf(line)) ?? []
    return same.reduce<Earlier | null>(
      (nearest, each) =>
        nearest === null || Math.abs(each.miles - line.miles) < Math.abs(nearest.miles - line.miles) ? each : nearest,
      null,
    )
  })
}

export interface BidSum {
  lines: number
  priced: number
  /** Loads of all priced lines; lines without a volume count one. */
  loads: number
  sellMinor: number
  /** The same and what is kept of it, in the desk's currency. */
  deskSellMinor: number
  marginMinor: number
  /** On the lanes quoted before alone: what they come to now, and came to then, by this year's volumes. */
  comparedNowMinor: number
  comparedThenMinor: number
  compared: number
}

/** A line of one quote: what is asked now and before in its currency, what is kept in the desk's. */
export interface SummedLine {
  sellMinor: number | null
  deskSellMinor: number | null
  marginMinor: number | null
  loads: number | null
  thenMinor: number | null
}

/** What a bid comes to, volumes counted. */
export function sumBid(lines: SummedLine[]): BidSum {
  const sum: BidSum = {
    lines: lines.length,
    priced: 0,
    loads: 0,
    sellMinor: 0,
    deskSellMinor: 0,
    marginMinor: 0,
    comparedNowMinor: 0,
    comparedThenMinor: 0,
    compared: 0,
  }
  for (const { sellMinor, deskSellMinor, marginMinor, loads, thenMinor } of lines) {
    if (sellMinor === null) continue
    const times = loads ?? 1
    sum.priced++
    sum.loads += times
    sum.sellMinor += sellMinor * times
    sum.deskSellMinor += (deskSellMinor ?? 0) * times
    sum.marginMinor += (marginMinor ?? 0) * times
    if (thenMinor === null) continue
    sum.compared++
    sum.comparedNowMinor += sellMinor * times
    sum.comparedThenMinor += thenMinor * times
  }
  return sum
}
