import { eq } from 'drizzle-orm'
import { z } from 'zod'
import type { Permission } from '#core/access/access'
import { person } from '#core/access/actor'
import { guideDepth, maxInvited, maxLanes, projectTermsSchema } from '#core/bid/bid'
import { bidKey } from '#core/bid/decide'
import type { SheetProblem } from '#core/bid/sheet'
import { type Cells, cellNames, longestCell } from '#core/quote/quote'
import { requirePermission, type Viewer } from '#server/access/viewer'
import type { Db } from '#server/db.server'
import type { Outcome } from '#server/kernel/run'
import { bidInvite, laneBid } from '#server/schema'
import { lanesForSheet } from './link'
import { addLanes, changeTerms, enterBid, inviteCarriers, onProject, postLanes } from './projects'
import { readSheetText } from './sheet-text'

const id = z.number().int().positive()
// A cell that is too long is cut to its limit and reported, not refused: the paste around it stands.
const cell = z.string().transform((text) => text.slice(0, longestCell + 1))
const cellsSchema = z.partialRecord(z.enum(cellNames), cell)

/** Lanes that are driven and priced in one request. */
const lanesAtOnce = 250
export const longestSheet = 200_000

/** Everything a rep does to a bid project from its page. */
export const bidActSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('change_terms'), terms: projectTermsSchema }),
  z.object({
    intent: z.literal('add_lanes'),
    rows: z.array(cellsSchema).min(1).max(lanesAtOnce, `At most ${lanesAtOnce} lanes at once`),
  }),
  z.object({ intent: z.literal('change_lane'), laneId: id, cells: cellsSchema }),
  z.object({ intent: z.literal('remove_lanes'), laneIds: z.array(id).min(1, 'Choose a lane').max(maxLanes) }),
  z.object({
    intent: z.literal('invite'),
    carrierIds: z.array(id).min(1, 'Choose a carrier').max(maxInvited, `At most ${maxInvited} carriers`),
  }),
  /** On these boards and no others; none takes the lanes off all. */
  z.object({ intent: z.literal('post'), boards: z.array(z.string().max(40)).max(20) }),
  z.object({ intent: z.literal('remind') }),
  z.object({ intent: z.literal('close') }),
  z.object({
    intent: z.literal('enter_sheet'),
    carrierId: id,
    text: z.string().min(1, 'Paste the sheet').max(longestSheet, 'That sheet is too long'),
    /** Somebody has seen which rows cannot be read, and takes the others. */
    despite: z.boolean().default(false),
  }),
  z.object({
    intent: z.literal('award'),
    /** Of each lane its carriers, first to third. */
    guide: z.array(z.tuple([id, z.array(id).max(guideDepth)])).max(maxLanes),
  }),
  z.object({
    intent: z.literal('cancel'),
    reason: z.string().trim().min(3, 'Say why, in a few words').max(300, 'At most 300 characters'),
  }),
])
export type BidAct = z.input<typeof bidActSchema>

const permissionFor = (intent: BidAct['intent']): Permission => (intent === 'award' ? 'award' : 'edit_loads')

export type BidActed = Outcome | { refusal: { code: 'sheet_problems'; message: string }; problems: SheetProblem[] }

/** Carries out one act on a project for a viewer who may; the outcome is a value. */
export function actOnProject(
  db: Db,
  projectId: number,
  act: z.output<typeof bidActSchema>,
  viewer: Viewer,
  now: number,
): BidActed {
  requirePermission(viewer, permissionFor(act.intent))
  const who = { now, by: person(viewer) }
  switch (act.intent) {
    case 'change_terms':
      return changeTerms(db, projectId, act.terms, who)
    case 'add_lanes':
      return addLanes(db, projectId, act.rows as Cells[], who)
    case 'change_lane':
      return onProject(db, projectId, { kind: 'change_lane', laneId: act.laneId, cells: act.cells as Cells }, who)
    case 'remove_lanes':
      return onProject(db, projectId, { kind: 'remove_lanes', laneIds: act.laneIds }, who)
    case 'invite':
      return inviteCarriers(db, projectId, act.carrierIds, who)
    case 'post':
      return postLanes(db, projectId, act.boards, who)
    case 'remind':
      return onProject(db, projectId, { kind: 'remind' }, who)
    case 'close':
      return onProject(db, projectId, { kind: 'close', how: 'by_hand' }, who)
    case 'enter_sheet': {
      const { bids, problems } = readSheetText(act.text, lanesForSheet(db, projectId))
      return problems.length > 0 && (!act.despite || bids.length === 0)
        ? { refusal: { code: 'sheet_problems', message: problemWords(bids.length, problems.length) }, problems }
        : enterBid(db, projectId, act.carrierId, bids, who)
    }
    case 'award':
      return onProject(db, projectId, { kind: 'award', guide: guideOf(db, projectId, act.guide) }, who)
    case 'cancel':
      return onProject(db, projectId, { kind: 'cancel', reason: act.reason }, who)
  }
}

const problemWords = (read: number, problems: number): string =>
  `${problems === 1 ? '1 row' : `${problems} rows`} cannot be read; ${read === 0 ? 'no bid' : `${read} ${read === 1 ? 'bid' : 'bids'}`} in the others.`

/** The chosen carriers of each lane at the prices they bid. A carrier without a bid there is named with no price, which the decision refuses. */
function guideOf(db: Db, projectId: number, chosen: [number, number[]][]) {
  const bids = new Map(
    db
      .select({
        carrierId: bidInvite.carrierId,
        laneId: laneBid.laneId,
        priceMinor: laneBid.priceMinor,
        weeklyLoads: laneBid.weeklyLoads,
      })
      .from(bidInvite)
      .innerJoin(laneBid, eq(laneBid.inviteId, bidInvite.id))
      .where(eq(bidInvite.projectId, projectId))
      .all()
      .map((bid) => [bidKey(bid.carrierId, bid.laneId), bid]),
  )
  return chosen.map(([laneId, carrierIds]) => ({
    laneId,
    places: carrierIds.map((carrierId) => {
      const bid = bids.get(bidKey(carrierId, laneId))
      return { carrierId, priceMinor: bid?.priceMinor ?? 0, weeklyLoads: bid?.weeklyLoads ?? null }
    }),
  }))
}
