import { z } from 'zod'
import type { BoardRules } from '#core/board/board'
import type { BoardPosting } from '#core/posting/posting'
import type { FoundPosting } from '#core/search/found'
import type { SendProblem } from '#server/outbox/outbox'

/** Where a board is and what signs us in there. */
export interface BoardLink {
  url: string
  account: string
  secret: string
  callbackSecret: string
}

/** What kept a board from answering; with `waitMs` it said itself when to come back. */
export type BoardProblem = SendProblem & { waitMs?: number }
export type BoardAnswer<Value> = { value: Value } | { problem: BoardProblem }

export interface Asked {
  /** The same for every try of one thing. */
  key: string
  /** Where carriers' answers may be called back to. */
  answerUrl: string
}

/** One of our postings as the board lists it. */
export interface ListedPosting {
  reference: string
  externalId: string
  /** Every field that we sent, as the board has it. */
  fields: Record<string, unknown>
  /** How often carriers looked at it; null where the board does not tell. */
  views: number | null
}

/** A count of views as a board tells it. It is told for interest: nonsense is no count, and costs nothing else. */
export const viewsSchema = z.number().int().nonnegative().nullable().catch(null)

/** What changed on a board's floor after a cursor: everything, where the cursor is 0. */
export interface FloorReading {
  put: FoundPosting[]
  gone: string[]
  /** Our own postings, as everybody sees them. */
  own: { externalId: string; reference: string }[]
  next: number
  more: boolean
}

/** A carrier's answer to a posting of ours. */
export interface BoardReply {
  number: string
  reference: string
  mc: string
  usd: number
  goodMinutes: number | null
  words: string
}

/** Why a call-back is not believed or cannot be read. */
export type CallbackRefusal = { status: number; error: string; where?: string[] }

/** A load board: all that the product knows of it. A fourth one is another file like these and its line in `adapters.ts`. */
export interface BoardAdapter extends BoardRules {
  /** Puts a posting up; asked again for the same reference it is still one. */
  put(link: BoardLink, posting: BoardPosting, asked: Asked): Promise<BoardAnswer<{ externalId: string }>>
  /** Changes a posting, or lifts it up again where nothing changed; one that is gone is put up. */
  change(
    link: BoardLink,
    posting: BoardPosting,
    asked: Asked & { externalId: string },
  ): Promise<BoardAnswer<{ externalId: string }>>
  /** Takes a posting down; one that is gone is down. */
  remove(
    link: BoardLink,
    which: { reference: string; externalId: string | null },
    asked: Asked,
  ): Promise<BoardAnswer<null>>
  listMine(link: BoardLink): Promise<BoardAnswer<ListedPosting[]>>
  searchTrucks(link: BoardLink, cursor: number): Promise<BoardAnswer<FloorReading>>
  searchLoads(link: BoardLink, cursor: number): Promise<BoardAnswer<FloorReading>>
  /** The fields that `listMine` should answer for a posting. */
  fieldsOf(posting: BoardPosting, answerUrl: string): Record<string, unknown>
  /** Answers after so many; null where the board calls back or its carriers write. */
  readReplies:
    | ((link: BoardLink, after: number) => Promise<BoardAnswer<{ replies: BoardReply[]; last: number }>>)
    | null
  /** Reads an answer that the board called back with; null where it never does. */
  readCallback:
    | ((link: BoardLink, body: string, headers: Headers, now: number) => { reply: BoardReply } | CallbackRefusal)
    | null
}
