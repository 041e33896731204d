import { maxInvited, maxLanes, maxPostedLanes, type ProjectState, projectStateWords } from './bid'

const counted = (count: number) => count.toLocaleString('en-US')

/** Every way a command on a bid project can be refused, with its sentence. */
export const bidRefusals = {
  no_such_project: () => 'There is no such bid project.',
  no_such_lane: () => 'There is no such lane in this project.',
  no_such_carrier: ({ name }: { name?: string }) => `${name ?? 'That carrier'} was not invited to this project.`,
  not_a_draft: ({ state }: { state: ProjectState }) =>
    `The project is ${projectStateWords[state]}: its lanes and terms are what carriers bid on.`,
  too_many_lanes: ({ count }: { count: number }) =>
    `A project holds ${counted(maxLanes)} lanes; this one has ${counted(count)}.`,
  too_many_invited: () => `At most ${maxInvited} carriers are invited to one project.`,
  no_lanes: () => 'No lane is complete yet: add lanes first, and fix those that are marked.',
  broken_lanes: ({ positions }: { positions: number[] }) =>
    `${positions.length === 1 ? `Lane ${positions[0]} is` : `${positions.length} lanes are`} not complete: fix or remove ${positions.length === 1 ? 'it' : 'them'} first.`,
  too_many_for_boards: ({ count }: { count: number }) =>
    `At most ${maxPostedLanes} lanes of a project are posted on boards; this one has ${counted(count)}. Invite carriers by email, or split it.`,
  board_cannot: ({ position, why }: { position: number; why: string }) => `Lane ${position}: ${why}`,
  no_mail: ({ name }: { name: string }) => `${name} has no email address on file.`,
  deadline_past: () => 'The deadline is past: set another first.',
  deadline_earlier: () => 'Carriers were given until the old deadline: it can only move later.',
  ends_before_deadline: () => 'The last day is before the deadline.',
  not_open: ({ state }: { state: ProjectState }) => `The project is ${projectStateWords[state]}: no bids are taken.`,
  bidding_over: () => 'The deadline has passed: no more bids are taken. Call us if you need more time.',
  no_prices: () => 'No lane has a price yet. Give at least one, or tell us that you do not bid.',
  sealed: () => 'Bids are sealed until the deadline: nobody sees them before.',
  nobody_waits: () => 'Everybody has answered: there is nobody to remind.',
  still_open: () => 'Bids are still coming in: close the bidding first.',
  nothing_chosen: () => 'No lane has a carrier chosen.',
  no_such_bid: ({ position, name }: { position: number; name: string }) =>
    `${name} did not bid on lane ${position}: give its price first.`,
  named_twice: ({ position, name }: { position: number; name: string }) =>
    `Lane ${position} names ${name} twice in its guide.`,
  no_guide: () => 'No routing guide holds for this load.',
  load_changed: () => 'The load has changed since it was offered.',
  settled: ({ state }: { state: ProjectState }) => `The project is ${projectStateWords[state]} already.`,
}
export type BidRefusalCode = keyof typeof bidRefusals
