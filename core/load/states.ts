import type { LoadState } from './load'

/** Groups of a load's states, each named once: SQL, pages and buttons go by them. */
const group = (...states: LoadState[]) => ({ states, has: (state: LoadState): boolean => states.includes(state) })

/** Still on the desk: to be opened, covered or dispatched. What the Horizon shows. */
export const onDesk = group('draft', 'uncovered', 'covered')
/** A carrier has it and has not picked up yet: it can still be given to another. */
export const awaitingPickup = group('covered', 'dispatched')
/** Its truck was sent and has not delivered yet. */
export const onTheWay = group('dispatched', 'in_transit')
/** A carrier has it and has not delivered it yet. */
export const booked = group('covered', 'dispatched', 'in_transit')
/** Delivered, with whatever still has to be done about documents and money. */
export const delivered = group('delivered', 'paperwork_in', 'invoiced', 'paid')
/** Picked up, delivered or not: the carrier has hauled for us. */
export const pickedUp = group('in_transit', ...delivered.states)
/** Not delivered and not cancelled: it can be cancelled. */
export const cancellable = group('draft', 'uncovered', ...booked.states)
/** Nobody is to haul it, not yet or no longer. */
export const withoutTruck = group('draft', 'uncovered', 'cancelled')
/** Neither cancelled nor billed yet. */
export const notBilled = group(...cancellable.states, 'delivered', 'paperwork_in')
