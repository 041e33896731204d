import { afterEach, beforeEach, expect, test } from 'vitest'
import { logWords } from '#core/load/log-words'
import { readLoadPage } from '#server/load-page/read'
import { message } from '#server/schema'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { actOnMail, unreadMail, unreadMailCount } from './unread'

let world: TestWorld
let loadId: number
beforeEach(() => {
  world = testWorld()
  loadId = openLoad(world.db)
  const mail = (at: number, over: Partial<typeof message.$inferInsert> = {}) => ({
    messageId: `m${at}`,
    sender: `s${at}@x.example`,
    subject: `Mail ${at}`,
    text: 'Hello',
    receivedAt: now + at,
    reading: 'left' as const,
    ...over,
  })
  world.db
    .insert(message)
    .values([mail(1), mail(2, { carrierId: 1 }), mail(3, { loadId })])
    .run()
})
afterEach(() => world.end())

const act = (asked: Parameters<typeof actOnMail>[1]) => actOnMail(world.db, asked, ines)

test('email of no load is unread until somebody has read it', () => {
  expect(unreadMail(world.db)).toMatchObject([
    { subject: 'Mail 2', carrier: { id: 1 } },
    { subject: 'Mail 1', carrier: null },
  ])
  expect(act({ intent: 'read', messageId: 2 })).toEqual({ done: true })
  expect(unreadMail(world.db).map(({ subject }) => subject)).toEqual(['Mail 1'])
  expect(unreadMailCount(world.db)).toBe(1)
})

test('email is given to its load, which shows it and says who gave it', () => {
  expect(act({ intent: 'give', messageId: 1, loadId: 999 })).toMatchObject({ refusal: { code: 'no_such_load' } })
  expect(act({ intent: 'give', messageId: 1, loadId })).toEqual({ done: true })
  const page = readLoadPage(world.db, loadId, now)!
  expect(page.messages.map(({ subject }) => subject)).toContain('Mail 1')
  expect(logWords(page.log[0]!.event)).toBe('Email from s1@x.example: Mail 1')
  expect(page.log[0]!.actorName).toBe('Ines Calloway')
  // It is the load's now: nobody gives it away again from here.
  expect(act({ intent: 'give', messageId: 1, loadId })).toMatchObject({ refusal: { code: 'no_such_message' } })
  expect(act({ intent: 'read', messageId: 3 })).toMatchObject({ refusal: { code: 'no_such_message' } })
})

test('unread email is found by its index, however much there is', () => {
  const plan = world.db.$client
    .prepare('explain query plan select count(*) from message where load_id is null and read_at is null')
    .all() as { detail: string }[]
  expect(plan.map(({ detail }) => detail).join()).toContain('message_unread')
})
