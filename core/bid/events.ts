import type { Change } from '../load/command'

/** What happens to a bid project. */
export type BidEvent =
  | { kind: 'project_started'; title: string }
  | { kind: 'terms_changed'; changes: Change[] }
  | { kind: 'lanes_added'; lanes: number }
  | { kind: 'lane_changed'; position: number }
  | { kind: 'lanes_removed'; positions: number[] }
  | { kind: 'carriers_invited'; carriers: string[]; lanes: number }
  | { kind: 'reminded'; carriers: string[] }
  | { kind: 'put_on_boards'; boards: string[]; lanes: number }
  | { kind: 'taken_off_boards'; boards: string[] }
  | { kind: 'answered_on_board'; carrierName: string; board: string; position: number; isBlocked: boolean }
  | { kind: 'board_refused'; board: string; position: number; problem: string }
  | { kind: 'bid_received'; carrierName: string; lanes: number; again: boolean; how: 'page' | 'sheet' }
  | { kind: 'bid_declined'; carrierName: string; reason: string }
  | { kind: 'bidding_closed'; how: 'deadline' | 'by_hand'; bids: number; invited: number }
  | { kind: 'guide_awarded'; lanes: number; carriers: number; again: boolean }
  | { kind: 'project_cancelled'; reason: string }
  | { kind: 'mail_failed'; to: string; problem: string }

const counted = (count: number, noun: string) => `${count} ${noun}${count === 1 ? '' : 's'}`
const fewNames = 6
const names = (all: string[]) =>
  all.length <= fewNames ? all.join(', ') : `${all.slice(0, fewNames).join(', ')} and ${all.length - fewNames} more`

/** One entry of a project's log as a sentence, without who and when. */
export function bidLogWords(event: BidEvent): string {
  switch (event.kind) {
    case 'project_started':
      return `Bid project created: ${event.title}`
    case 'terms_changed':
      return `Changed: ${event.changes.map(({ field, from, to }) => `${field} ${from || 'empty'} to ${to || 'empty'}`).join('; ')}`
    case 'lanes_added':
      return `${counted(event.lanes, 'lane')} added`
    case 'lane_changed':
      return `Lane ${event.position} changed`
    case 'lanes_removed':
      return `${counted(event.positions.length, 'lane')} removed`
    case 'carriers_invited':
      return `${counted(event.lanes, 'lane')} sent to ${names(event.carriers)}`
    case 'reminded':
      return `Reminder sent to ${names(event.carriers)}`
    case 'put_on_boards':
      return `${counted(event.lanes, 'lane')} posted on ${names(event.boards)}`
    case 'taken_off_boards':
      return `Taken off ${names(event.boards)}`
    case 'answered_on_board':
      return `${event.carrierName} answered lane ${event.position} on ${event.board}${event.isBlocked ? '; not invited, because vetting blocks it' : ''}`
    case 'board_refused':
      return `${event.board} refused lane ${event.position}: ${event.problem}`
    case 'bid_received':
      return `${event.carrierName} ${event.again ? 'changed its bid' : 'bid'} on ${counted(event.lanes, 'lane')}${event.how === 'sheet' ? ' by sheet' : ''}`
    case 'bid_declined':
      return `${event.carrierName} does not bid${event.reason ? `: ${event.reason}` : ''}`
    case 'bidding_closed':
      return `Bidding closed ${event.how === 'deadline' ? 'at the deadline' : 'by hand'}: ${event.bids} of ${counted(event.invited, 'carrier')} bid`
    case 'guide_awarded':
      return `Routing guide ${event.again ? 'changed' : 'awarded'}: ${counted(event.lanes, 'lane')}, ${counted(event.carriers, 'carrier')}`
    case 'project_cancelled':
      return `Cancelled: ${event.reason}`
    case 'mail_failed':
      return `Email to ${event.to} failed: ${event.problem}`
  }
}
