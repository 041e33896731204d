import type { BoardAnswer, FloorReading } from '#server/board/adapter'
import { type ConnectedBoard, connectedBoards } from '#server/board/boards'
import { pausedUntil } from '#server/board/pause'
import type { Db } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import { logger } from '#server/log/logger'
import { type Loop, runLoop } from '#server/loop'
import { settings } from '#server/settings.server'
import { type Floor, makeFloor, putSource, removeBoard, removeSource } from './floor'
import { keepMarketCounts } from './market-counts'
import { showOwn } from './own'

/** How reading a board stands: where it goes on, when it was last read, and what was wrong then. */
export interface Reading {
  /** Whom it was read from: another address or account is another floor. */
  link: string
  trucks: number
  loads: number
  readAt: number | null
  problem: string | null
  /** Whether all that was there has been read once: from then on what comes is new. */
  isWhole: boolean
}

/** The floor of this process, and how each board's reading stands. */
export const market: { floor: Floor; readings: Map<string, Reading> } = { floor: makeFloor(), readings: new Map() }

/** What others see of our postings on a board; null where it has not been read whole yet. */
export function seenOn(board: string): ReadonlySet<string> | null {
  const reading = market.readings.get(board)
  if (!reading?.isWhole || reading.problem !== null) return null
  return new Set(market.floor.own.get(board)?.values() ?? [])
}

/** Pages that are read in one go; the rest is read next time. */
const mostPages = 600

/** Reads what is new on a board into the floor. Returns how much changed. */
export async function readBoard(floor: Floor, board: ConnectedBoard, reading: Reading, now: number): Promise<number> {
  const { adapter, link } = board
  let changed = 0
  for (const kind of ['trucks', 'loads'] as const) {
    const ask = kind === 'trucks' ? adapter.searchTrucks : adapter.searchLoads
    for (let page = 0; page < mostPages; page++) {
      const answer: BoardAnswer<FloorReading> = await ask(link, reading[kind])
      if ('problem' in answer) {
        reading.problem = answer.problem.message
        return changed
      }
      changed += take(floor, adapter.name, answer.value, reading.isWhole ? now : null)
      reading[kind] = answer.value.next
      if (!answer.value.more) break
    }
  }
  return Object.assign(reading, { problem: null, readAt: now, isWhole: true }) && changed
}

/** Brings the floor up to what a board said. `seenAt`: when what is new came up; null where it was there before we looked. */
function take(floor: Floor, board: string, { put, gone, own }: FloorReading, seenAt: number | null): number {
  for (const posting of put) putSource(floor, posting, seenAt ?? Date.parse(posting.postedAt))
  const ownThere = floor.own.get(board) ?? new Map<string, string>()
  for (const { externalId, reference } of own) ownThere.set(externalId, reference)
  for (const number of gone) if (!removeSource(floor, board, number)) ownThere.delete(number)
  floor.own.set(board, ownThere)
  return put.length + gone.length
}

const newReading = (link: string): Reading => ({
  ...{ link, trucks: 0, loads: 0, readAt: null, problem: null, isWhole: false },
})

/** Reads all boards once, and our own loads and trucks. */
export async function readMarket(db: Db, clock: () => number): Promise<void> {
  const { floor, readings } = market
  const boards = connectedBoards(db)
  for (const name of readings.keys())
    if (!boards.some(({ row }) => row.name === name)) {
      removeBoard(floor, name)
      readings.delete(name)
    }
  showOwn(db, floor, clock())
  const changes = await Promise.all(boards.map((board) => readOne(floor, readings, board, clock)))
  if (changes.some((count) => count > 0)) noteUnlogged(db, 'floor', null, 'changed')
  keepCounts(db, clock())
}

const keepEveryMs = 3_600_000
let keptAt = 0

/** Once an hour what was counted is kept, where every board has been read whole: half a market is no market. */
function keepCounts(db: Db, now: number): void {
  const { floor, readings } = market
  if (now - keptAt < keepEveryMs || readings.size === 0) return
  if ([...readings.values()].some(({ isWhole, problem }) => !isWhole || problem !== null)) return
  keepMarketCounts(db, floor.tally, now)
  keptAt = now
}

async function readOne(
  floor: Floor,
  readings: Map<string, Reading>,
  board: ConnectedBoard,
  clock: () => number,
): Promise<number> {
  const { name, address, account } = board.row
  const link = `${address} ${account}`
  if (pausedUntil(name, clock()) !== null) return 0
  if (readings.get(name)?.link !== link) {
    removeBoard(floor, name)
    readings.set(name, newReading(link))
  }
  return await readBoard(floor, board, readings.get(name)!, clock())
}

/** Keeps the floor current until stopped. */
export function startReadingBoards(db: Db, clock: () => number = Date.now): Loop {
  return runLoop(async () => {
    try {
      await readMarket(db, clock)
    } catch (error) {
      logger().error({ err: error }, 'boards could not be read')
    }
    return false
  }, settings().OX_BOARD_READ_MS)
}
