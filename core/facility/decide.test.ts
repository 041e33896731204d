import { expect, test } from 'vitest'
import { decideFacility, facilityLogWords } from './decide'
import { type FacilityFacts, facilityFactsSchema } from './facility'

const shed: FacilityFacts = {
  name: 'Shed 4',
  address: '12 Canal Rd',
  booking: 'first_come',
  opens: '',
  closes: '',
  phone: '',
  dockNote: '',
}
const change = (now: FacilityFacts, to: Partial<FacilityFacts>) =>
  decideFacility(now, { kind: 'change_facts', from: shed, to: { ...shed, ...to } })

test('hours are kept and said', () => {
  const decision = change(shed, { opens: '06:00', closes: '14:30', booking: 'appointment' })
  expect('events' in decision && decision.events.map(facilityLogWords)).toEqual([
    'Changed: Booking First come to Appointment; Dock opens not given to 06:00; Dock closes not given to 14:30',
  ])
})

test('what was not touched stays as somebody else left it; the same field is a conflict', () => {
  const now = { ...shed, phone: '208-555-0120' }
  expect(change(now, { dockNote: 'ring twice' })).toMatchObject({ events: [{ kind: 'facts_changed' }] })
  expect(change(now, { phone: '208-555-0121' })).toMatchObject({
    refusal: { code: 'changed_meanwhile', facts: { fields: 'Phone is now 208-555-0120' } },
  })
  expect(change(shed, {})).toEqual({ events: [] })
})

test.each([
  [{ opens: '06:00' }, 'closes'],
  [{ opens: '6:00', closes: '14:30' }, 'opens'],
  [{ opens: '24:00', closes: '14:30' }, 'opens'],
  [{ name: ' ' }, 'name'],
  [{ address: '' }, 'address'],
])('%j is wrong at %s', (over, path) =>
  expect(facilityFactsSchema.safeParse({ ...shed, ...over }).error?.issues.map((issue) => issue.path[0])).toEqual([
    path,
  ]),
)
