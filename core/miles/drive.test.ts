import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { toInstant } from '../time/local'
import { type DriveToPlan, fixesOf, planDrive, transitHours } from './drive'
import { limits } from './hours-of-service'

const hour = 3_600_000
const start = Date.UTC(2026, 10, 24, 13)
const always = { opens: start, closes: start + 1000 * hour, work: 0 }
const drive = (over: Partial<DriveToPlan> = {}): DriveToPlan => ({
  ready: start,
  stops: [always, always],
  legs: [10],
  team: false,
  ...over,
})
const arrival = (plan: ReturnType<typeof planDrive>, stop = 1) => (plan.stops[stop]!.arrives - start) / hour

describe('a way without windows', () => {
  test.each([
    [7.5, 7.5, []],
    [8, 8, []],
    [8.5, 9, ['break']],
    [11, 11.5, ['break']],
    [12, 12 + 0.5 + 10, ['break', 'rest']],
    [22, 22 + 1 + 10, ['break', 'rest', 'break']],
    [30, 30 + 1 + 20, ['break', 'rest', 'break', 'rest']],
  ])('%s hours driving take %s', (wheel, total, rests) => {
    const plan = planDrive(drive({ legs: [wheel] }))
    expect(arrival(plan)).toBeCloseTo(total, 6)
    expect(plan.stops[1]!.rests.map((rest) => rest.kind)).toEqual(rests)
    expect(transitHours(wheel, false)).toBeCloseTo(total, 6)
  })
  test('a team rolls on, a tenth lost to changing over', () => {
    expect(arrival(planDrive(drive({ legs: [30], team: true })))).toBeCloseTo(33, 6)
    expect(transitHours(30, true)).toBeCloseTo(33, 6)
  })
  test('hours used already count: five driving leave six, and resting first spares the break', () => {
    const used = { driving: 5, window: 6, sinceBreak: 5, cycle: 30 }
    const plan = planDrive(drive({ legs: [8], used }))
    expect(plan.stops[1]!.rests).toMatchObject([{ kind: 'rest', driven: 0 }])
    expect(arrival(plan)).toBeCloseTo(8 + 10, 6)
    expect(arrival(planDrive(drive({ legs: [5.5], used })))).toBeCloseTo(5.5 + 0.5, 6)
  })
  test('a week used up means 34 hours off', () => {
    const plan = planDrive(drive({ legs: [8], used: { driving: 0, window: 0, sinceBreak: 0, cycle: 66 } }))
    expect(plan.stops[1]!.rests).toMatchObject([{ kind: 'restart', driven: 4 * hour }])
    expect(
      planDrive(drive({ legs: [8], used: { driving: 0, window: 0, sinceBreak: 0, cycle: 55 }, cycleHours: 60 }))
        .stops[1]!.rests,
    ).toMatchObject([{ kind: 'restart', driven: 5 * hour }])
  })
  test('loading eats the window of 14 hours, and half an hour of it is the break', () => {
    const loading = { ...always, work: 5 * hour }
    const plan = planDrive(drive({ stops: [loading, always], legs: [10] }))
    expect(plan.stops[1]!.rests.map((rest) => rest.kind)).toEqual(['break', 'rest'])
    expect(plan.stops[1]!.rests[1]!.driven).toBe(8.5 * hour)
    const short = planDrive(drive({ stops: [always, { ...always, work: hour }, always], legs: [6, 4] }))
    expect(short.stops.flatMap((stop) => stop.rests)).toEqual([])
  })
})

describe('windows', () => {
  test('who comes early waits, and waiting is rather added to the rest before', () => {
    const evening = { ...always, opens: start + 10 * hour }
    const plan = planDrive(drive({ stops: [always, evening, always], legs: [4, 6] }))
    expect(plan.stops[1]).toMatchObject({ arrives: start + 4 * hour, begins: start + 10 * hour })
    // Six hours of waiting are spent before setting out: the window of 14 hours is not used up by them.
    expect(plan.stops[2]!.rests).toEqual([])
  })
  test('a wait of ten hours is a rest', () => {
    const nextDay = { ...always, opens: start + 20 * hour }
    const plan = planDrive(drive({ stops: [{ ...always, closes: start }, nextDay, always], legs: [8, 11] }))
    expect(plan.stops[2]!.rests.map((rest) => rest.kind)).toEqual(['break'])
  })
  test('too late is reported, with what would fix it', () => {
    const soon = { ...always, closes: start + 15 * hour }
    const late = drive({ stops: [{ ...always, closes: start + 2 * hour }, soon], legs: [13] })
    const plan = planDrive(late)
    expect(plan.late).toBeCloseTo((13 + 0.5 + 10 - 15) * hour, -3)
    expect(plan.latest).toBeNull()
    expect(fixesOf(late, plan)).toEqual({ team: true, earlierPickup: 8.5 * hour, laterDelivery: plan.late })
  })
  test('latest arrivals: the pickup begun as late as the delivery allows', () => {
    const noon = { ...always, closes: start + 12 * hour }
    const plan = planDrive(drive({ stops: [{ ...always, closes: start + 20 * hour }, noon], legs: [6] }))
    expect(plan.latest![0]).toBe(start + 6 * hour)
    expect(plan.latest![1]).toBe(start + 12 * hour)
  })
  test.each([
    ['clocks go back on the way', '2026-10-31T20:00', '2026-11-01T04:00', 9],
    ['clocks go forward on the way', '2027-03-13T20:00', '2027-03-14T04:00', 7],
  ])('%s: the window between two local times is %s', (_, from, to, hours) => {
    const opens = toInstant(from, 'America/Boise')
    const closes = toInstant(to, 'America/Boise')
    const stops = [
      { opens, closes: opens, work: 0 },
      { opens, closes, work: 0 },
    ]
    expect(planDrive({ ready: opens, stops, legs: [hours], team: true }).late).toBeGreaterThan(0)
    expect(planDrive({ ready: opens, stops, legs: [hours / 1.1], team: true }).late).toBe(0)
    expect(planDrive({ ready: opens, stops, legs: [hours / 1.1 + 0.02], team: true }).late).toBeGreaterThan(0)
  })
  test('an arrival in another zone is an instant: nine hours west by the clock are ten on the road', () => {
    const opens = toInstant('2026-11-24T08:00', 'America/Chicago')
    const closes = toInstant('2026-11-24T15:00', 'America/Denver')
    expect(closes - opens).toBe(8 * hour)
    expect(
      planDrive({
        ready: opens,
        stops: [
          { opens, closes: opens, work: 0 },
          { opens, closes, work: 0 },
        ],
        legs: [8],
        team: false,
      }).late,
    ).toBe(0)
  })
})

const anyDrive = fc
  .record({
    legs: fc.array(fc.double({ min: 0.2, max: 26, noNaN: true }), { minLength: 1, maxLength: 4 }),
    opens: fc.array(fc.double({ min: 0, max: 60, noNaN: true }), { minLength: 5, maxLength: 5 }),
    lengths: fc.array(fc.double({ min: 0.5, max: 30, noNaN: true }), { minLength: 5, maxLength: 5 }),
    work: fc.array(fc.double({ min: 0, max: 3, noNaN: true }), { minLength: 5, maxLength: 5 }),
    used: fc.record({
      driving: fc.double({ min: 0, max: 11, noNaN: true }),
      window: fc.double({ min: 0, max: 14, noNaN: true }),
      sinceBreak: fc.double({ min: 0, max: 8, noNaN: true }),
      cycle: fc.double({ min: 0, max: 70, noNaN: true }),
    }),
  })
  .map(({ legs, opens, lengths, work, used }): DriveToPlan => {
    const ordered = opens.toSorted((one, other) => one - other)
    return {
      ready: start,
      legs,
      team: false,
      used: {
        ...used,
        window: Math.max(used.window, used.driving),
        sinceBreak: Math.min(used.sinceBreak, used.driving),
      },
      stops: [0, ...legs].map((_, at) => ({
        opens: start + ordered[at]! * hour,
        closes: start + (ordered[at]! + lengths[at]!) * hour,
        work: Math.round(work[at]! * hour),
      })),
    }
  })

describe('for any drive', () => {
  test('never more than 11 hours driving between rests, nor 8 without a break', () => {
    fc.assert(
      fc.property(anyDrive, (plan) => {
        let sinceRest = plan.used!.driving * hour
        let sinceBreak = plan.used!.sinceBreak * hour
        const stops = planDrive(plan).stops
        for (const [at, stop] of stops.entries()) {
          const before = stops[at - 1]
          let driven = 0
          const wheel = at === 0 ? 0 : plan.legs[at - 1]! * hour
          for (const rest of [...stop.rests, { kind: 'end', driven: wheel, length: 0 }]) {
            sinceRest += rest.driven - driven
            sinceBreak += rest.driven - driven
            driven = rest.driven
            if (sinceRest > limits.driving + 1000 || sinceBreak > limits.drivingBeforeBreak + 1000) return false
            if (rest.kind !== 'break' && rest.kind !== 'end') sinceRest = 0
            if (rest.kind !== 'end') sinceBreak = 0
          }
          // Time away from the wheel at the stop is a break, or a rest, as long as it lasts.
          const away = stop.leaves - stop.arrives
          if (stop.begins - stop.arrives >= limits.off) sinceRest = 0
          if (stop.begins - stop.arrives >= limits.break || stop.leaves - stop.begins >= limits.break) sinceBreak = 0
          if (away < 0 || (before && stop.arrives < before.leaves + wheel - 1000)) return false
        }
        return true
      }),
      { numRuns: 400 },
    )
  })
  test('who sets out later never arrives earlier', () => {
    fc.assert(
      fc.property(anyDrive, fc.double({ min: 0, max: 30, noNaN: true }), (plan, later) => {
        const rested = {
          ...plan,
          used: undefined,
          stops: plan.stops.map((stop) => ({ ...stop, closes: stop.closes + 500 * hour })),
        }
        const [soon, late] = [planDrive(rested), planDrive({ ...rested, ready: plan.ready + later * hour })]
        return late.stops.at(-1)!.arrives >= soon.stops.at(-1)!.arrives - 1000
      }),
      { numRuns: 400 },
    )
  })
  test('a team is never behind a single driver but for the changing over', () => {
    fc.assert(
      fc.property(
        anyDrive,
        (plan) =>
          planDrive({ ...plan, team: true }).stops.at(-1)!.arrives <=
          planDrive(plan).stops.at(-1)!.arrives + plan.legs.reduce((sum, leg) => sum + leg, 0) * 0.1 * hour + 1000,
      ),
      { numRuns: 200 },
    )
  })
})
