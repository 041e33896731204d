import { TZDate } from '@date-fns/tz'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { addDays, daysBetween, hour, isLocalTime, minute, toInstant, toLocal } from './local'
import { readUntil, readWhen } from './read-when'
import {
  monthDayWords,
  monthWords,
  nearDayWords,
  spanInColumn,
  spanWords,
  stopWords,
  windowWords,
  zoneWords,
} from './words'

const denver = 'America/Denver'

describe('a wall-clock time and its zone', () => {
  test('the same clock is two instants either side of the autumn change', () => {
    expect(toInstant('2026-10-31T08:00', denver)).toBe(Date.UTC(2026, 9, 31, 14))
    expect(toInstant('2026-11-01T08:00', denver)).toBe(Date.UTC(2026, 10, 1, 15))
  })
  test('an hour skipped in spring is the hour after', () => {
    expect(toLocal(toInstant('2026-03-08T02:30', denver), denver)).toBe('2026-03-08T03:30')
  })
  test('midnight on New Year in two zones', () => {
    expect(toInstant('2027-01-01T00:00', denver) - toInstant('2027-01-01T00:00', 'America/Chicago')).toBe(hour)
  })
  test('agrees with the date library about every hour of two years, changes included', () => {
    const zones = ['America/Denver', 'America/Phoenix', 'America/New_York', 'America/St_Johns', 'America/Boise']
    for (const zone of zones) {
      for (let at = Date.UTC(2026, 0); at < Date.UTC(2028, 0); at += 3 * hour + 7 * minute) {
        const peer = new TZDate(at, zone)
        const local = toLocal(at, zone)
        expect([Number(local.slice(8, 10)), Number(local.slice(11, 13)), Number(local.slice(14))]).toEqual([
          peer.getDate(),
          peer.getHours(),
          peer.getMinutes(),
        ])
        expect(toInstant(local, zone)).toBe(
          new TZDate(
            peer.getFullYear(),
            peer.getMonth(),
            peer.getDate(),
            peer.getHours(),
            peer.getMinutes(),
            zone,
          ).getTime(),
        )
      }
    }
  })
  test('there and back', () => {
    fc.assert(
      fc.property(fc.integer({ min: Date.UTC(2024, 0), max: Date.UTC(2030, 0) }), (instant) => {
        const local = toLocal(instant, 'America/Phoenix')
        return Math.abs(toInstant(local, 'America/Phoenix') - instant) < minute
      }),
    )
  })
  test('days run over month and year ends', () => {
    expect(addDays('2026-12-31', 1)).toBe('2027-01-01')
    expect(addDays('2028-03-01', -1)).toBe('2028-02-29')
    expect(daysBetween('2026-10-31', '2026-11-02')).toBe(2)
  })
  test.each(['2026-02-30T08:00', '2026-13-01T08:00', '2026-01-01T24:00', 'soon'])('%s is no time', (text) =>
    expect(isLocalTime(text)).toBe(false),
  )
})

describe('a window as it is said', () => {
  const monday = '2026-11-23'
  test.each([
    ['tue 8', '2026-11-24T08:00', null],
    ['today 3p', '2026-11-23T15:00', null],
    ['mon 3-5', '2026-11-23T15:00', '2026-11-23T17:00'],
    ['tomorrow 8-11a', '2026-11-24T08:00', '2026-11-24T11:00'],
    ['tomorrow 8 - 11', '2026-11-24T08:00', '2026-11-24T11:00'],
    ['fri 10-2p', '2026-11-27T10:00', '2026-11-27T14:00'],
    ['12/1 0800-1700', '2026-12-01T08:00', '2026-12-01T17:00'],
    ['+2 8:30 am', '2026-11-25T08:30', null],
    ['1/4 9a', '2027-01-04T09:00', null],
    ['11/20 9a', '2026-11-20T09:00', null],
    ['2026-12-01 08:00', '2026-12-01T08:00', null],
    ['2026-12-01T08:00', '2026-12-01T08:00', null],
    ['thu 22:00-04:00', '2026-11-26T22:00', '2026-11-27T04:00'],
    ['nov 30 8a-11', '2026-11-30T08:00', '2026-11-30T11:00'],
    ['30 nov 9', '2026-11-30T09:00', null],
    ['Nov. 30, 2026 at 9 am', '2026-11-30T09:00', null],
    ['jan 4 9a', '2027-01-04T09:00', null],
    ['tomorrow morning', '2026-11-24T08:00', '2026-11-24T12:00'],
    ['tomorrow in the afternoon', '2026-11-24T12:00', '2026-11-24T17:00'],
    ['fri noon', '2026-11-27T12:00', null],
    ['next monday 8', '2026-11-30T08:00', null],
    ['next fri noon', '2026-12-04T12:00', null],
    ['next sunday 8', '2026-12-06T08:00', null],
  ])('%s', (text, earliestLocal, latestLocal) => expect(readWhen(text, monday)).toEqual({ earliestLocal, latestLocal }))

  test.each([
    '',
    '8',
    'someday 8',
    '2/30 8',
    'tue 25',
    'tue 8-',
    'tue 8-9-10',
    'next 8',
    'next week 8',
    'foo 30 8',
    'noon',
    'feb 30 8',
  ])('%s cannot be read', (text) => expect(readWhen(text, monday)).toBeNull())
  const dock = { opens: '06:00', closes: '14:30' }
  const context = { now: '2026-11-23T13:07', after: '2026-11-23T13:07', dock }
  test.each([
    ['tue', '2026-11-24T06:00', '2026-11-24T14:30'],
    ['nov 30', '2026-11-30T06:00', '2026-11-30T14:30'],
    ['30 nov', '2026-11-30T06:00', '2026-11-30T14:30'],
    ['12/31', '2026-12-31T06:00', '2026-12-31T14:30'],
    ['next monday', '2026-11-30T06:00', '2026-11-30T14:30'],
    ['tomorrow by noon', '2026-11-24T06:00', '2026-11-24T12:00'],
    ['fri by 10p', '2026-11-27T06:00', '2026-11-27T22:00'],
    ['fri before 5a', '2026-11-27T00:00', '2026-11-27T05:00'],
    ['fri after 2p', '2026-11-27T14:00', '2026-11-27T14:30'],
    ['fri after 3p', '2026-11-27T15:00', null],
    ['by 10p', '2026-11-23T06:00', '2026-11-23T22:00'],
    ['noon', '2026-11-24T12:00', null],
    ['8a-11', '2026-11-24T08:00', '2026-11-24T11:00'],
    ['12-3p', '2026-11-23T12:00', '2026-11-23T15:00'],
    ['asap', '2026-11-23T13:15', '2026-11-23T14:30'],
    ['today asap', '2026-11-23T13:15', '2026-11-23T14:30'],
  ])('%s at a dock whose hours are known, at seven past one', (text, earliestLocal, latestLocal) =>
    expect(readWhen(text, monday, context)).toEqual({ earliestLocal, latestLocal }),
  )
  test('a bare day at a dock whose hours are not known is a usual dock’s day', () =>
    expect(readWhen('tue', monday)).toEqual({ earliestLocal: '2026-11-24T08:00', latestLocal: '2026-11-24T17:00' }))
  test('a bare hour is the first one after the stop before', () =>
    expect(readWhen('8a', monday, { ...context, after: '2026-11-25T08:00' })).toEqual({
      earliestLocal: '2026-11-26T08:00',
      latestLocal: null,
    }))
  test('as soon as possible over midnight, and at a dock that has closed', () => {
    expect(readWhen('asap', '2026-12-31', { now: '2026-12-31T23:50' })).toEqual({
      earliestLocal: '2027-01-01T00:00',
      latestLocal: null,
    })
    expect(readWhen('asap', monday, { ...context, now: '2026-11-23T15:00' })?.latestLocal).toBeNull()
  })
  test.each(['montana', 'marigold 5', 'friends 8', 'by', 'tue by 8-11', 'soon', 'tue by', 'asap then'])(
    '%s is not understood',
    (text) => expect(readWhen(text, monday, context)).toBeNull(),
  )

  test.each([
    ['5p', '2026-11-23T17:00'],
    ['30m', '2026-11-23T13:42'],
    ['2h', '2026-11-23T15:12'],
    ['9a', '2026-11-24T09:00'],
    ['tomorrow 4', '2026-11-24T16:00'],
  ])('an offer good until %s', (text, local) => expect(readUntil(text, '2026-11-23T13:12')).toBe(local))
})

describe('time in words', () => {
  test('windows say the half of day once where it is one', () => {
    expect(windowWords('2026-11-24T08:00', '2026-11-24T11:00', '2026-11-23')).toBe('tomorrow 8:00-11:00 am')
    expect(windowWords('2026-11-24T08:00', '2026-11-24T13:00', '2026-11-23')).toBe('tomorrow 8:00 am-1:00 pm')
    expect(windowWords('2026-11-23T22:00', '2026-11-24T04:00', '2026-11-23')).toBe('today 10:00 pm to tomorrow 4:00 am')
  })
  test('a far day has its date, a far year its year', () => {
    expect(nearDayWords('2026-11-29', '2026-11-23')).toBe('Sun')
    expect(nearDayWords('2026-11-30', '2026-11-23')).toBe('Mon, Nov 30')
    expect(nearDayWords('2027-01-04', '2026-11-23')).toBe('Jan 4, 2027')
  })
  test.each([
    [48, '48 min'],
    [60, '1:00'],
    [108, '1:48'],
    [26 * 60 + 5, '26:05'],
    [76 * 60, '3 d 4 h'],
    [-80, '1:20'],
  ])('%i minutes in a column: %s', (minutes, words) => expect(spanInColumn(minutes * 60_000)).toBe(words))
  test('spans', () => {
    expect([spanWords(48 * minute), spanWords(108 * minute), spanWords(76 * hour), spanWords(72 * hour)]).toEqual([
      '48 min',
      '1 h 48 min',
      '3 d 4 h',
      '3 d',
    ])
  })
  test('a stop says its own zone', () => {
    const now = Date.UTC(2026, 10, 23, 20)
    expect(stopWords({ earliestLocal: '2026-11-24T08:00', latestLocal: null, zone: denver }, now)).toBe(
      'tomorrow 8:00 am MST',
    )
    expect(zoneWords(Date.UTC(2026, 6, 1), denver)).toBe('MDT')
  })
})

test('a tick of an axis has its month or its day', () =>
  expect([monthWords('2026-01-31'), monthDayWords('2026-12-01')]).toEqual(['Jan 2026', 'Dec 1']))
