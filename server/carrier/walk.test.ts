import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, test } from 'vitest'
import { person } from '#core/access/actor'
import type { PayeeCommand } from '#core/payee/decide'
import { run } from '#server/kernel/run'
import { carrier, carrierDocument, payee } from '#server/schema'
import { ruth, tried } from '#server/testing/walk'
import { now, type TestWorld, testWorld } from '#server/testing/world'
import { payeeSubject } from './payees'
import { createRequestLink } from './request-link'
import { type ServerCommand as CarrierCommand, carrierSubject } from './subject'

let world: TestWorld
beforeAll(() => {
  world = testWorld()
})
afterAll(() => world.end())

describe('every command of a carrier and of its payee, from every state', () => {
  let linkIds: number[]
  let documentId: number
  beforeAll(() => {
    const sent = { carrierId: 1, sentTo: 'a@b.example', askedBy: 'Ruth Amsel' }
    linkIds = [
      createRequestLink(world.db, { ...sent, purpose: 'documents', kinds: ['w9'] }, now),
      createRequestLink(world.db, { ...sent, purpose: 'agreement', kinds: ['agreement'] }, now),
    ]
    documentId = world.db
      .insert(carrierDocument)
      .values({
        carrierId: 1,
        kind: 'w9',
        state: 'waiting',
        fileName: 'w9.pdf',
        receivedAt: now,
        receivedFrom: 'Carrier 1 by link',
        linkId: linkIds[0]!,
      })
      .returning({ id: carrierDocument.id })
      .get().id
  })
  const file = { fileName: 'w9.pdf', type: 'application/pdf' as const, size: 3, storedAs: 'x' }
  const contact = { name: 'Ada', role: 'dispatch' as const, mail: null, phone: '208-555-0101' }
  const signature = { name: 'Ada Finch', title: 'Owner' } as (CarrierCommand & { kind: 'sign_agreement' })['signature']
  const steps = (): CarrierCommand[] => [
    { kind: 'add_contact', contact },
    { kind: 'remove_contact', contactId: 1 },
    { kind: 'set_equipment', equipment: ['van'], preferred: ['reefer'], trailers: {} },
    ...(['rep', 'manager'] as const).flatMap((role): CarrierCommand[] => [
      { kind: 'do_not_use', reason: 'held a load', lift: 'manager', role },
      { kind: 'lift_do_not_use', reason: 'settled', role },
    ]),
    { kind: 'receive_document', documentKind: 'w9', fileName: 'w9.pdf', linkId: null, file },
    { kind: 'receive_document', documentKind: 'letter', fileName: 'w9.pdf', linkId: linkIds[0]!, file },
    { kind: 'receive_document', documentKind: 'w9', fileName: 'w9.pdf', linkId: linkIds[0]!, file },
    { kind: 'take_back_document', documentId, linkId: linkIds[0]! },
    { kind: 'take_back_document', documentId, linkId: linkIds[1]! },
    { kind: 'check_document', documentId, documentKind: 'w9', policies: 0, insurance: [], expiresOn: null },
    { kind: 'check_document', documentId, documentKind: 'certificate', policies: 0, insurance: [], expiresOn: null },
    { kind: 'refuse_document', documentId, because: 'not legible' },
    { kind: 'request_documents', to: 'a@b.example', kinds: ['w9'] },
    { kind: 'send_agreement', to: 'a@b.example' },
    { kind: 'sign_agreement', linkId: linkIds[0]!, signature, file },
    { kind: 'sign_agreement', linkId: linkIds[1]!, signature, file },
    { kind: 'revoke_link', linkId: linkIds[0]! },
    { kind: 'revoke_link', linkId: 9999 },
    { kind: 'mark_load', loadId: 1, number: null, mark: 'claim' },
  ]
  const states = (['waiting', 'checked', 'refused'] as const).flatMap((state) =>
    ([null, 'rep', 'manager'] as const).map((lift) => [state, lift] as const),
  )
  test.each(states)('a document %s, a bar that only %s may lift', (state, lift) => {
    const bar = { doNotUse: lift && 'late', doNotUseBy: lift && 'Ruth Amsel', doNotUseLift: lift }
    for (const step of steps())
      tried(
        world.db,
        () => {
          const checkedAt = state === 'checked' ? now : null
          world.db.update(carrierDocument).set({ state, checkedAt }).where(eq(carrierDocument.id, documentId)).run()
          world.db.update(carrier).set(bar).where(eq(carrier.id, 1)).run()
        },
        () => run(world.db, carrierSubject, 1, step, ruth),
      )
  })
  const asked = {
    kind: 'carrier' as const,
    name: 'Carrier 1',
    bankName: 'Bank of the Portneuf',
    routing: '991000009',
    account: '55501001',
  }
  test.each([null, 1, 2])('a payee that user %s asked for', (askedById) => {
    for (const kind of ['ask_payee', 'approve_payee', 'refuse_payee'] as const)
      tried(
        world.db,
        () => {
          if (askedById !== null)
            run(
              world.db,
              payeeSubject,
              1,
              { kind: 'ask_payee', payee: asked },
              { now, by: person({ id: askedById, name: 'Somebody' }) },
            )
        },
        () => {
          const payeeId = world.db.select().from(payee).get()?.id ?? 0
          const command: PayeeCommand = kind === 'ask_payee' ? { kind, payee: asked } : { kind, payeeId }
          return run(world.db, payeeSubject, 1, command, ruth)
        },
      )
  })
})
