import type { LaneBid } from './bid'
import { readPrice, readWeekly } from './read-bid'

/** A lane as carriers see it: these fields and no others. */
export interface CarrierLane {
  id: number
  position: number
  origin: string
  dest: string
  equipment: string
  miles: number | null
  weightLb: number | null
  /** Loads in the whole period; null where nobody said. */
  loads: number | null
  weekly: number | null
}

const heads = ['Lane', 'Origin', 'Destination', 'Equipment', 'Miles', 'Weight lb', 'Loads', 'Loads a week'] as const
export const priceHead = 'Your price per load'
export const weeklyHead = 'Your loads a week'
export const noteHead = 'Your note'

/** A bid as it stands in the fields of a page or the cells of a sheet. */
export interface TypedBid {
  price: string
  weekly: string
  note: string
}

/** The sheet that a carrier fills: one row a lane, its own columns last, what it bid before filled in. */
export function bidSheet(lanes: readonly CarrierLane[], typed: ReadonlyMap<number, TypedBid>): string[][] {
  return [
    [...heads, priceHead, weeklyHead, noteHead],
    ...lanes.map((lane) => {
      const bid = typed.get(lane.id)
      const known = [lane.miles === null ? '' : Math.round(lane.miles), lane.weightLb, lane.loads, lane.weekly]
      return [
        String(lane.position),
        lane.origin,
        lane.dest,
        lane.equipment,
        ...known.map((value) => String(value ?? '')),
        bid?.price ?? '',
        bid?.weekly ?? '',
        bid?.note ?? '',
      ]
    }),
  ]
}

export interface SheetProblem {
  /** The row of the sheet as a spreadsheet counts it, its head being 1; 0 for the sheet as a whole. */
  row: number
  message: string
}

export interface SheetReading {
  bids: LaneBid[]
  problems: SheetProblem[]
}

const columnOf = (head: string[], name: string) =>
  head.findIndex((cell) => cell.trim().toLowerCase() === name.toLowerCase())

const alike = (one: string, other: string) =>
  one.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '') === other.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')

/**
 * What a sheet that came back says: the bids of the rows that can be read, and for each other row why not. A row is known by its lane
 * number, and its places must still be that lane's: a sheet that was sorted column by column would bid on the wrong lanes.
 */
export function readBidSheet(rows: string[][], lanes: readonly CarrierLane[]): SheetReading {
  const headAt = rows.findIndex((row) => columnOf(row, heads[0]) >= 0 && columnOf(row, priceHead) >= 0)
  if (headAt < 0)
    return {
      bids: [],
      problems: [
        { row: 0, message: `No row of heads with “${heads[0]}” and “${priceHead}”: send back the sheet we sent` },
      ],
    }
  const head = rows[headAt]!
  const at = (name: string) => columnOf(head, name)
  const byPosition = new Map(lanes.map((lane) => [lane.position, lane]))
  const reading: SheetReading = { bids: [], problems: [] }
  const seen = new Set<number>()
  for (const [below, row] of rows.slice(headAt + 1).entries()) {
    const cell = (name: string) => (row[at(name)] ?? '').trim()
    if (cell(priceHead) === '') continue
    const number = headAt + below + 2
    const say = (message: string) => void reading.problems.push({ row: number, message })
    const lane = byPosition.get(Number(cell(heads[0])))
    if (!lane) {
      say(`No lane ${cell(heads[0]) || '(empty)'} in this project`)
      continue
    }
    const isMoved = [
      ['Origin', lane.origin],
      ['Destination', lane.dest],
    ].some(([name, place]) => at(name!) >= 0 && !alike(cell(name!), place!))
    if (isMoved)
      say(
        `Lane ${lane.position} is ${lane.origin} to ${lane.dest}, the row says ${cell('Origin')} to ${cell('Destination')}`,
      )
    else if (seen.has(lane.id)) say(`Lane ${lane.position} is in the sheet twice: the first one counts`)
    else {
      const bid = readTyped(lane, { price: cell(priceHead), weekly: cell(weeklyHead), note: cell(noteHead) })
      if ('problem' in bid) say(`Lane ${lane.position}: ${bid.problem}`)
      else {
        seen.add(lane.id)
        reading.bids.push(bid)
      }
    }
  }
  return reading
}

/** One lane's bid as it was typed; or what is wrong with it. */
export function readTyped(lane: Pick<CarrierLane, 'id' | 'miles'>, typed: TypedBid): LaneBid | { problem: string } {
  const price = readPrice(typed.price, lane.miles)
  if ('problem' in price) return price
  const weekly = readWeekly(typed.weekly)
  if ('problem' in weekly) return weekly
  return { laneId: lane.id, ...price, ...weekly, note: typed.note.slice(0, 200) }
}
