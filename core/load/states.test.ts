import { expect, test } from 'vitest'
import { loadStates } from './load'
import { awaitingPickup, booked, cancellable, delivered, onDesk, onTheWay, pickedUp } from './states'

const groups = { onDesk, awaitingPickup, onTheWay, booked, delivered, pickedUp, cancellable }
const namesOf = (state: (typeof loadStates)[number]) =>
  Object.entries(groups)
    .filter(([, group]) => group.has(state))
    .map(([name]) => name)

test.each([
  ['draft', ['onDesk', 'cancellable']],
  ['uncovered', ['onDesk', 'cancellable']],
  ['covered', ['onDesk', 'awaitingPickup', 'booked', 'cancellable']],
  ['dispatched', ['awaitingPickup', 'onTheWay', 'booked', 'cancellable']],
  ['in_transit', ['onTheWay', 'booked', 'pickedUp', 'cancellable']],
  ['delivered', ['delivered', 'pickedUp']],
  ['paperwork_in', ['delivered', 'pickedUp']],
  ['invoiced', ['delivered', 'pickedUp']],
  ['paid', ['delivered', 'pickedUp']],
  ['cancelled', []],
] as const)('a load that is %s belongs to %j', (state, names) => expect(namesOf(state)).toEqual(names))

test('no state is without an answer', () =>
  expect(loadStates.filter((state) => namesOf(state).length === 0)).toEqual(['cancelled']))
