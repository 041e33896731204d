import type { BidAct } from '#server/bid/act'
import { type Acting, usePostedAct } from '../ui/use-posted-act'

export type BidActing = Acting<BidAct>

/** Sends acts on one bid project. */
export const useBidAct = (projectId: number): BidActing => usePostedAct<BidAct>(`/boards/bids/${projectId}/act`)
