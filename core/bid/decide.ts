import type { Refusal } from '../decision/refusal'
import type { Change } from '../load/command'
import type { Cells } from '../quote/quote'
import {
  type GuideLane,
  type LaneBid,
  maxInvited,
  maxLanes,
  maxPostedLanes,
  type ProjectState,
  type ProjectTerms,
} from './bid'
import type { BidEvent } from './events'
import type { BidRefusalCode } from './refusals'

/** What deciding needs to know of a bid project. */
export interface BidFacts {
  state: ProjectState
  sealed: boolean
  deadlineAt: number
  validTo: string
  /** The desk's today, ISO. */
  today: string
  lanes: { id: number; position: number; isComplete: boolean }[]
  /** The boards that its lanes are on, or on their way to. */
  boards: readonly string[]
  invites: InviteFacts[]
  /** Which carrier bid on which lane, as `carrierId laneId`. */
  bids: ReadonlySet<string>
}

export interface InviteFacts {
  id: number
  carrierId: number
  carrierName: string
  state: 'invited' | 'bid' | 'declined'
}

/** A carrier that may be invited. */
export interface Invitee {
  carrierId: number
  name: string
  mail: string
}

export type BidCommand =
  | { kind: 'change_terms'; terms: ProjectTerms; changes: Change[] }
  | { kind: 'add_lanes'; count: number }
  | { kind: 'change_lane'; laneId: number; cells: Cells }
  | { kind: 'remove_lanes'; laneIds: number[] }
  | { kind: 'invite'; carriers: Invitee[] }
  | { kind: 'remind' }
  /** On these boards and no others. */
  | { kind: 'post'; boards: string[] }
  /** A carrier answered a lane on a board. */
  | { kind: 'note_answer'; carrierName: string; board: string; laneId: number; isBlocked: boolean }
  | { kind: 'bid'; carrierId: number; bids: LaneBid[]; answers: string[]; how: 'page' | 'sheet'; byUs: boolean }
  | { kind: 'decline'; carrierId: number; reason: string }
  | { kind: 'close'; how: 'deadline' | 'by_hand' }
  | { kind: 'award'; guide: GuideLane[] }
  | { kind: 'cancel'; reason: string }

export type BidDecision = { events: BidEvent[] } | { refusal: Refusal<BidRefusalCode> }

const refuse = (code: BidRefusalCode, facts: Record<string, unknown> = {}): BidDecision => ({
  refusal: { code, facts },
})
const one = (event: BidEvent): BidDecision => ({ events: [event] })

/** The key under which a carrier's bid on a lane is known. */
export const bidKey = (carrierId: number, laneId: number): string => `${carrierId} ${laneId}`

/** What a command does to a bid project at `now` (UTC milliseconds): the events to record, or why not. */
export function decideBid(project: BidFacts, command: BidCommand, now: number): BidDecision {
  switch (command.kind) {
    case 'change_terms':
      return decideTerms(project, command, now)
    case 'add_lanes':
      if (project.state !== 'draft') return refuse('not_a_draft', { state: project.state })
      return project.lanes.length + command.count > maxLanes
        ? refuse('too_many_lanes', { count: project.lanes.length })
        : one({ kind: 'lanes_added', lanes: command.count })
    case 'change_lane': {
      if (project.state !== 'draft') return refuse('not_a_draft', { state: project.state })
      const lane = project.lanes.find(({ id }) => id === command.laneId)
      return lane ? one({ kind: 'lane_changed', position: lane.position }) : refuse('no_such_lane')
    }
    case 'remove_lanes': {
      if (project.state !== 'draft') return refuse('not_a_draft', { state: project.state })
      const lanes = project.lanes.filter(({ id }) => command.laneIds.includes(id))
      if (lanes.length === 0 || lanes.length < new Set(command.laneIds).size) return refuse('no_such_lane')
      return one({ kind: 'lanes_removed', positions: lanes.map(({ position }) => position) })
    }
    case 'invite':
      return decideInvite(project, command.carriers, now)
    case 'remind':
      return decideRemind(project, now)
    case 'post':
      return decidePost(project, command.boards, now)
    case 'note_answer': {
      const lane = project.lanes.find(({ id }) => id === command.laneId)
      if (!lane) return refuse('no_such_lane')
      if (project.state !== 'open' || project.deadlineAt <= now) return refuse('bidding_over')
      const { carrierName, board, isBlocked } = command
      return one({ kind: 'answered_on_board', carrierName, board, position: lane.position, isBlocked })
    }
    case 'bid':
      return decideReceive(project, command, now)
    case 'decline':
      return decideDecline(project, command, now)
    case 'close':
      return decideClose(project, command.how, now)
    case 'award':
      return decideGuide(project, command.guide)
    case 'cancel':
      return project.state === 'awarded' || project.state === 'cancelled'
        ? refuse('settled', { state: project.state })
        : one({ kind: 'project_cancelled', reason: command.reason })
  }
}

/** Once carriers have it, only the deadline moves, and only later. */
function decideTerms(
  project: BidFacts,
  { terms, changes }: BidCommand & { kind: 'change_terms' },
  now: number,
): BidDecision {
  if (changes.length === 0) return { events: [] }
  const isOnlyDeadline = changes.every(({ field }) => field === 'deadline')
  if (project.state !== 'draft' && !(project.state === 'open' && isOnlyDeadline))
    return refuse('not_a_draft', { state: project.state })
  if (project.state === 'open' && terms.deadlineAt < project.deadlineAt) return refuse('deadline_earlier')
  if (terms.deadlineAt <= now) return refuse('deadline_past')
  if (terms.validTo < project.today) return refuse('ends_before_deadline')
  return one({ kind: 'terms_changed', changes })
}

/** Why the lanes cannot be shown to carriers just now; null where they can. */
function notReady(project: BidFacts, now: number): BidDecision | null {
  if (project.state !== 'draft' && project.state !== 'open') return refuse('not_open', { state: project.state })
  if (project.deadlineAt <= now) return refuse('deadline_past')
  const broken = project.lanes.filter(({ isComplete }) => !isComplete)
  if (broken.length > 0) return refuse('broken_lanes', { positions: broken.map(({ position }) => position) })
  return project.lanes.length === 0 ? refuse('no_lanes') : null
}

/** Puts the lanes on boards that they are not on yet, and takes them off the others. */
function decidePost(project: BidFacts, boards: readonly string[], now: number): BidDecision {
  const fresh = boards.filter((board) => !project.boards.includes(board))
  const left = project.boards.filter((board) => !boards.includes(board))
  const unready = fresh.length > 0 ? notReady(project, now) : null
  if (unready) return unready
  if (fresh.length > 0 && project.lanes.length > maxPostedLanes)
    return refuse('too_many_for_boards', { count: project.lanes.length })
  const put: BidEvent[] =
    fresh.length > 0 ? [{ kind: 'put_on_boards', boards: fresh, lanes: project.lanes.length }] : []
  return { events: left.length > 0 ? [...put, { kind: 'taken_off_boards', boards: left }] : put }
}

function decideInvite(project: BidFacts, carriers: Invitee[], now: number): BidDecision {
  const unready = notReady(project, now)
  if (unready) return unready
  const silent = carriers.find(({ mail }) => mail === '')
  if (silent) return refuse('no_mail', { name: silent.name })
  const invited = new Set(project.invites.map(({ carrierId }) => carrierId))
  const fresh = carriers.filter(({ carrierId }) => !invited.has(carrierId))
  if (fresh.length + invited.size > maxInvited) return refuse('too_many_invited')
  if (fresh.length === 0) return { events: [] }
  return one({ kind: 'carriers_invited', carriers: fresh.map(({ name }) => name), lanes: project.lanes.length })
}

const waiting = (project: BidFacts) => project.invites.filter(({ state }) => state === 'invited')

function decideRemind(project: BidFacts, now: number): BidDecision {
  if (project.state !== 'open') return refuse('not_open', { state: project.state })
  if (project.deadlineAt <= now) return refuse('deadline_past')
  const carriers = waiting(project).map(({ carrierName }) => carrierName)
  return carriers.length === 0 ? refuse('nobody_waits') : one({ kind: 'reminded', carriers })
}

/** The deadline binds carriers; who of ours enters a sheet that came in time by email may do so while it is not awarded. */
function decideReceive(project: BidFacts, command: BidCommand & { kind: 'bid' }, now: number): BidDecision {
  const { carrierId, bids, how, byUs } = command
  const invite = project.invites.find((each) => each.carrierId === carrierId)
  if (!invite) return refuse('no_such_carrier')
  const isTaken = project.state === 'open' || (byUs && project.state === 'closed')
  if (!isTaken) return refuse(byUs ? 'not_open' : 'bidding_over', { state: project.state })
  if (!byUs && project.deadlineAt <= now) return refuse('bidding_over')
  if (bids.some(({ laneId }) => !project.lanes.some(({ id }) => id === laneId))) return refuse('no_such_lane')
  const { carrierName, state } = invite
  return one({ kind: 'bid_received', carrierName, lanes: bids.length, again: state === 'bid', how })
}

function decideDecline(
  project: BidFacts,
  { carrierId, reason }: BidCommand & { kind: 'decline' },
  now: number,
): BidDecision {
  const invite = project.invites.find((each) => each.carrierId === carrierId)
  if (!invite) return refuse('no_such_carrier')
  if (project.state !== 'open' || project.deadlineAt <= now) return refuse('bidding_over')
  return one({ kind: 'bid_declined', carrierName: invite.carrierName, reason })
}

function decideClose(project: BidFacts, how: 'deadline' | 'by_hand', now: number): BidDecision {
  if (project.state !== 'open') return refuse('not_open', { state: project.state })
  const isPast = project.deadlineAt <= now
  if (how === 'deadline' && !isPast) return { events: [] }
  const bids = project.invites.filter(({ state }) => state === 'bid').length
  const isComplete = waiting(project).length === 0
  // Sealed bids may be opened early only where nobody is left who could still answer.
  if (project.sealed && !isPast && !isComplete) return refuse('sealed')
  return one({ kind: 'bidding_closed', how: isPast ? 'deadline' : how, bids, invited: project.invites.length })
}

function decideGuide(project: BidFacts, guide: GuideLane[]): BidDecision {
  if (project.state === 'open') return refuse('still_open')
  if (project.state !== 'closed' && project.state !== 'awarded') return refuse('not_open', { state: project.state })
  const named = guide.filter(({ places }) => places.length > 0)
  if (named.length === 0) return refuse('nothing_chosen')
  for (const { laneId, places } of named) {
    const lane = project.lanes.find(({ id }) => id === laneId)
    if (!lane) return refuse('no_such_lane')
    for (const [at, { carrierId }] of places.entries()) {
      const name = project.invites.find((each) => each.carrierId === carrierId)?.carrierName
      if (!name) return refuse('no_such_carrier')
      if (!project.bids.has(bidKey(carrierId, laneId))) return refuse('no_such_bid', { position: lane.position, name })
      if (places.findIndex((place) => place.carrierId === carrierId) !== at)
        return refuse('named_twice', { position: lane.position, name })
    }
  }
  const carriers = new Set(named.flatMap(({ places }) => places.map(({ carrierId }) => carrierId)))
  return one({
    kind: 'guide_awarded',
    lanes: named.length,
    carriers: carriers.size,
    again: project.state === 'awarded',
  })
}
