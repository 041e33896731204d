import { eq } from 'drizzle-orm'
import { laneByReference } from '#server/bid/boards'
import { takeLaneAnswer } from '#server/bid/projects'
import type { BoardReply } from '#server/board/adapter'
import { type ConnectedBoard, connectedBoards, noteBoard } from '#server/board/boards'
import { pausedUntil } from '#server/board/pause'
import { identifyCarrier } from '#server/carrier/find'
import type { Db } from '#server/db.server'
import { logger } from '#server/log/logger'
import { type Loop, runLoop } from '#server/loop'
import { recordOffer } from '#server/offer/offers'
import { posting } from '#server/schema'

type Taken = { status: number; answer: Record<string, unknown> }

/** Takes one call-back of a board: what to answer it with. Never throws for what the board says. */
export function receiveCallback(
  db: Db,
  { adapter, link }: ConnectedBoard,
  body: string,
  headers: Headers,
  now: number,
): Taken {
  if (!adapter.readCallback) return { status: 404, answer: { error: 'this board never calls back' } }
  const read = adapter.readCallback(link, body, headers, now)
  if ('status' in read) {
    const { status, error, where } = read
    return { status, answer: { error, ...(where ? { where } : {}) } }
  }
  return takeReply(db, adapter.name, read.reply, now)
}

/** Makes an offer of a carrier's answer; the same one twice is one offer. */
export function takeReply(db: Db, board: string, reply: BoardReply, now: number): Taken {
  const found = db.select({ loadId: posting.loadId }).from(posting).where(eq(posting.reference, reply.reference)).get()
  const carrier = identifyCarrier(db, { mcNumber: reply.mc, mail: null })
  if (!found) return takeLaneReply(db, board, reply, carrier, now)
  if (!carrier) return unknownCarrier
  const outcome = recordOffer(
    db,
    found.loadId,
    {
      carrierId: carrier.id,
      payMinor: Math.round(reply.usd * 100),
      source: 'board',
      goodUntil: reply.goodMinutes === null ? null : now + reply.goodMinutes * 60_000,
      note: reply.words,
      externalKey: `${board.toLowerCase()}:${reply.number}`,
    },
    { now, by: { kind: 'carrier', id: carrier.id, name: carrier.name } },
  )
  return 'done' in outcome
    ? { status: 200, answer: { taken: true } }
    : { status: 200, answer: { taken: false, why: outcome.refusal.message } }
}

const unknownCarrier: Taken = { status: 200, answer: { taken: false, why: 'we do not know this carrier yet' } }

/** An answer to a lane that may be bid on; the price that it names is for the carrier's own page to say. */
function takeLaneReply(
  db: Db,
  board: string,
  { reference }: BoardReply,
  carrier: KnownCarrier | null,
  now: number,
): Taken {
  const lane = laneByReference(db, reference)
  if (!lane) return { status: 404, answer: { error: 'no such listing of ours' } }
  if (!carrier) return unknownCarrier
  const outcome = takeLaneAnswer(db, lane, board, carrier, now)
  return 'done' in outcome
    ? { status: 200, answer: { taken: true } }
    : { status: 200, answer: { taken: false, why: outcome.refusal.message } }
}

type KnownCarrier = NonNullable<ReturnType<typeof identifyCarrier>>

/** Fetches carriers' answers from a board that keeps them for us. Returns how many were read. */
export async function fetchReplies(
  db: Db,
  { adapter, link, row }: ConnectedBoard,
  clock: () => number,
): Promise<number> {
  if (!adapter.readReplies || pausedUntil(adapter.name, clock()) !== null) return 0
  const answer = await adapter.readReplies(link, row.repliesRead)
  if ('problem' in answer) return 0
  for (const reply of answer.value.replies) takeReply(db, adapter.name, reply, clock())
  if (answer.value.last !== row.repliesRead) noteBoard(db, adapter.name, { repliesRead: answer.value.last })
  return answer.value.replies.length
}

/** Fetches carriers' answers again and again until stopped. */
export function startReplies(db: Db, everyMs: number, clock: () => number = Date.now): Loop {
  return runLoop(async () => {
    try {
      for (const board of connectedBoards(db)) await fetchReplies(db, board, clock)
    } catch (error) {
      logger().error({ err: error }, 'answers could not be fetched')
    }
    return false
  }, everyMs)
}
