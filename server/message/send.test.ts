import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import { carryOut } from '#server/load/commands'
import { awardLoad } from '#server/offer/award'
import { recordOffer } from '#server/offer/offers'
import { deliver } from '#server/outbox/deliver'
import { nextDue, retryDelay } from '#server/outbox/outbox'
import { startWorker } from '#server/outbox/worker'
import { readByLink } from '#server/outside/confirmation-link'
import { confirmation, event, link, outbox } from '#server/schema'
import { settings } from '#server/settings.server'
import { type TestMailServer, testMailServer } from '#server/testing/mail-server'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { sendConfirmationMail } from './send'

let world: TestWorld
let server: TestMailServer

beforeEach(async () => {
  world = testWorld()
  server = await testMailServer()
  const loadId = openLoad(world.db)
  recordOffer(world.db, loadId, { carrierId: 1, payMinor: 248_000, source: 'phone', goodUntil: null, note: '' }, ines)
  awardLoad(
    world.db,
    loadId,
    { offerId: 1, buyCharges: [flatCharge('line_haul', 248_000)], override: null, role: 'rep' },
    ines,
  )
  carryOut(world.db, loadId, { kind: 'send_confirmation', to: 'dispatch@carrier1.example', again: false }, ines)
})
afterEach(async () => {
  await server.close()
  world.end()
})

const send = (at = now) => deliver(world.db, nextDue(world.db, 'mail', at)!, sendConfirmationMail, () => at)
const kinds = () =>
  world.db
    .select({ kind: event.kind })
    .from(event)
    .orderBy(event.id)
    .all()
    .map((row) => row.kind)

describe('the confirmation’s mail', () => {
  test('carries its key, the PDF and a link that opens this confirmation, and nothing meant for us', async () => {
    expect(await send()).toBe(true)
    const [mail] = server.received
    expect(mail!.messageId).toBe('<confirmation-1-1@ploverrook.example>')
    expect(mail!.headers.find((header) => header.key === 'x-idempotency-key')?.value).toBe('confirmation-1-1')
    expect(mail!.attachments.map((part) => [part.filename, part.mimeType])).toEqual([
      ['RC-20001-1.pdf', 'application/pdf'],
    ])
    expect(mail!.text).not.toMatch(/Snowmelt|2,880|Thin margin/)
    const token = /\/c\/(\S+)/.exec(mail!.text!)![1]!
    expect(readByLink(world.db, token, now)).toMatchObject({ confirmation: { number: 'RC-20001-1' } })
    expect(world.db.select().from(outbox).get()).toMatchObject({ state: 'sent', attempts: 1 })
    expect(world.db.select().from(confirmation).get()).toMatchObject({ state: 'sent', deliveredAt: now })
    expect(kinds().at(-1)).toBe('mail_delivered')
  })
  test('that the server cannot take now is tried again, later each time, with the same key and link', async () => {
    server.answer = Object.assign(new Error('busy'), { responseCode: 451 })
    expect(await send()).toBe(false)
    expect(nextDue(world.db, 'mail', now)).toBeUndefined()
    server.answer = null
    expect(await send(now + settings().OX_OUTBOX_DELAY_MS)).toBe(true)
    expect(server.received.map((mail) => mail.messageId)).toEqual([
      '<confirmation-1-1@ploverrook.example>',
      '<confirmation-1-1@ploverrook.example>',
    ])
    expect(world.db.select().from(link).all()).toHaveLength(1)
    expect(world.db.select().from(outbox).get()).toMatchObject({ state: 'sent', attempts: 2 })
  })
  test('that the server refuses for good is given up, and the log says so', async () => {
    server.answer = Object.assign(new Error('no such mailbox'), { responseCode: 550 })
    expect(await send()).toBe(false)
    expect(world.db.select().from(outbox).get()).toMatchObject({
      state: 'failed',
      lastError: expect.stringContaining('no such mailbox'),
    })
    expect(kinds().at(-1)).toBe('mail_failed')
    expect(nextDue(world.db, 'mail', now + 9e9)).toBeUndefined()
  })
  test('goes out by itself, and the worker finishes the step in hand when it is stopped', async () => {
    const worker = startWorker(world.db, 'mail', sendConfirmationMail, () => now)
    await expect.poll(() => server.received.length).toBe(1)
    await worker.stop()
    expect(world.db.select().from(outbox).get()!.state).toBe('sent')
  })
})

test.each([
  [1, 2000],
  [2, 4000],
  [5, 32_000],
  [30, 3_600_000],
])('after try %s the wait is %s ms', (attempts, delay) => expect(retryDelay(attempts, 2000)).toBe(delay))
