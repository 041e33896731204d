import { expect, test } from 'vitest'
import { anywhereQuery, directedQuery, termsOf } from './words'

test.each([
  ['Twin Falls, Phoenix', ['twin', 'falls', 'phoenix']],
  ['PR-26012', ['pr', '26012']],
  ['  "quoted" AND (x)* ', ['quoted', 'and', 'x']],
  ['Ærø Çay', ['ærø', 'çay']],
  ['a b c d e f g h i j', ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h']],
  ['%_', []],
])('the terms of %s', (typed, terms) => expect(termsOf(typed)).toEqual(terms))

test.each([
  ['salt lake', '"salt"* AND "lake"*'],
  ['reefers', '("reefers"* OR "reefer"*)'],
  ['pr26012', '("pr26012"* OR ("pr"* AND "26012"*))'],
  ['boise to reno', '"boise"* AND "reno"*'],
  ['to', null],
  ['', null],
])('anywhere: %s', (typed, query) => expect(anywhereQuery(termsOf(typed))).toBe(query))

test.each([
  ['boise', null],
  ['boise reno', '({origin other} : ("boise"*) AND {dest other} : ("reno"*))'],
  ['from boise to salt lake', '({origin other} : ("boise"*) AND {dest other} : ("salt"* AND "lake"*))'],
  [
    'salt lake reno',
    '({origin other} : ("salt"*) AND {dest other} : ("lake"* AND "reno"*)) OR ({origin other} : ("salt"* AND "lake"*) AND {dest other} : ("reno"*))',
  ],
  ['to boise reno', '({origin other} : ("boise"*) AND {dest other} : ("reno"*))'],
])('directed: %s', (typed, query) => expect(directedQuery(termsOf(typed))).toBe(query))

test('a whole word is looked for as it is', () => {
  expect(anywhereQuery(['salt', 'lakes'], new Set(['salt', 'lakes']))).toBe('"salt" AND "lakes"')
  expect(directedQuery(['boise', 'ren'], new Set(['boise']))).toBe(
    '({origin other} : ("boise") AND {dest other} : ("ren"*))',
  )
})
