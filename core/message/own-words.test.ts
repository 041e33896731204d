import { describe, expect, test } from 'vitest'
import { ownWords } from './own-words'
import { readReply } from './read-reply'

const quoted = '\n\nTwin Falls to Phoenix, we can pay $2,100.'

describe('the answered email is not the writer’s own words', () => {
  test.each([
    ['a signature', 'Yes, $900\n-- \nAda, our minimum is $500'],
    ['quoted lines', 'Yes, $900\n> Twin Falls to Phoenix, $2,100?'],
    [
      'an attribution',
      `Yes, $900\n\nOn Mon, Nov 30, 2026 at 9:12 AM Ruth Amsel <ruth@ploverrook.example> wrote:${quoted}`,
    ],
    [
      'a wrapped attribution',
      `Yes, $900\n\nOn Mon, Nov 30, 2026 at 9:12 AM Ruth Amsel\n<ruth@ploverrook.example> wrote:${quoted}`,
    ],
    [
      'a French attribution',
      `Yes, $900\n\nLe lun. 30 nov. 2026 à 09:12, Ruth Amsel <ruth@ploverrook.example> a écrit :${quoted}`,
    ],
    ['a Spanish attribution', `Yes, $900\n\nEl lun, 30 nov 2026 a las 9:12, Ruth Amsel escribió:${quoted}`],
    ['a separator', `Yes, $900\n-----Original Message-----\nFrom: Ruth Amsel${quoted}`],
    [
      'headers',
      `Yes, $900\n\nFrom: Ruth Amsel <ruth@ploverrook.example>\nSent: Monday, November 30, 2026 9:12 AM\nTo: Ada${quoted}`,
    ],
    ['headers in bold', `Yes, $900\n\n*From:* Ruth Amsel\n*Date:* Monday${quoted}`],
    ['a rule of underscores', `Yes, $900\n________________________________\nFrom: Ruth${quoted}`],
    ['a phone’s line', `Yes, $900\n\nSent from my phone${quoted}`],
  ])('%s', (_, text) => {
    expect(ownWords(text)).toBe('Yes, $900')
    expect(readReply(text).readings).toEqual([90_000])
  })
})

test.each([
  'On Monday we can do 2400\nwith a team',
  'From: Twin Falls, can do 2400',
  'El Paso truck, can do 2400',
  'can do 2400 -- call me',
])('%j is kept whole', (text) => expect(ownWords(text)).toBe(text))
