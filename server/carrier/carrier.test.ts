import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { isRoutingNumber } from '#core/carrier/carrier'
import { directoryQuerySchema } from '#core/carrier/directory'
import { documentFileType, maxDocumentBytes, safeFileName } from '#core/carrier/document'
import { carrierLogWords } from '#core/carrier/log-words'
import type { Viewer } from '#server/access/viewer'
import { readUpload } from '#server/http/upload'
import { storeRecord } from '#server/register/store'
import { carrier, carrierDocument, carrierLink, contact, event, load, outbox, payee, policy } from '#server/schema'
import { seal, unseal } from '#server/secrets/keys'
import { settings } from '#server/settings.server'
import { now, openLoad, recordFor, type TestWorld, testWorld } from '#server/testing/world'
import { actOnCarrier, carrierActSchema } from './act'
import { signAgreement } from './agreement'
import { readCarrierLink, receiveByLink } from './by-link'
import { readDirectory } from './directory'
import { receiveDocument } from './documents'
import { readDossier } from './dossier'
import { importCarriers } from './import'
import { readNeeds, readRecentChanges } from './needs'
import { openRequestLink, requestLinkToken } from './request-link'
import { documentResponse, readStoredDocument, storeDocument } from './store'

let world: TestWorld
const ines: Viewer = { id: 1, name: 'Ines Calloway', mail: '', phone: '', role: 'rep' }
const ruth: Viewer = { ...ines, id: 2, name: 'Ruth Amsel', role: 'manager' }
const pdf = (words = 'x') => Buffer.from(`%PDF-1.7\n${words}`)
const who = { now, by: { kind: 'person' as const, id: 1, name: 'Ines Calloway' } }
const act = (input: unknown, viewer = ines, carrierId = 1) =>
  actOnCarrier(world.db, carrierId, carrierActSchema.parse(input), viewer, now)
const standing = (id = 1) =>
  world.db.select({ verdict: carrier.verdict, reasons: carrier.reasons }).from(carrier).where(eq(carrier.id, id)).get()!

beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

describe('payees', () => {
  const payeeOf = (account = '55501001') => ({
    intent: 'ask_payee',
    payee: { kind: 'carrier', name: 'Carrier 1', bankName: 'Bank of the Portneuf', routing: '991000009', account },
  })
  const waiting = () => world.db.select().from(payee).all().at(-1)!.id
  test('a change waiting for a second person, and is a sign for a while', async () => {
    await act(payeeOf())
    expect(await act({ intent: 'approve_payee', payeeId: waiting() })).toMatchObject({
      refusal: { code: 'same_person' },
    })
    expect(await act({ intent: 'approve_payee', payeeId: waiting() }, ruth)).toEqual({ done: true })
    expect(standing().verdict).toBe('clear')
    await act(payeeOf('55509999'))
    await act({ intent: 'approve_payee', payeeId: waiting() }, ruth)
    expect(world.db.select({ state: payee.state, end: payee.accountEnd }).from(payee).all()).toEqual([
      { state: 'replaced', end: '1001' },
      { state: 'approved', end: '9999' },
    ])
    expect(standing()).toMatchObject({ verdict: 'caution', reasons: [{ code: 'sign_payee_changed' }] })
  })
  test('the same account under two numbers joins them', async () => {
    for (const id of [1, 2]) {
      await act(payeeOf(), ines, id)
      await act({ intent: 'approve_payee', payeeId: waiting() }, ruth, id)
    }
    expect(standing(2)).toMatchObject({
      verdict: 'caution',
      reasons: [{ code: 'sign_bank_shared', message: 'The bank account is also that of Carrier 1' }],
    })
    expect(readDossier(world.db, 1, now)!.group.members.map(({ name }) => name)).toEqual(['Carrier 1', 'Carrier 2'])
  })
  test('the account is enciphered, and the database itself keeps two people apart', async () => {
    await act(payeeOf())
    const row = world.db.select().from(payee).get()!
    expect(JSON.stringify(row)).not.toContain('55501001')
    expect(unseal(row.accountSealed)).toBe('55501001')
    const own = settings()
    const { OX_SECRET } = own
    Object.assign(own, { OX_SECRET: 'another secret of ours' })
    expect(() => unseal(row.accountSealed)).toThrow()
    Object.assign(own, { OX_SECRET })
    expect(() => unseal(seal('1').slice(0, -6))).toThrow()
    expect(() => unseal(row.accountSealed.replace('sealed:1:', ''))).toThrow('never sealed')
    expect(() => world.db.update(payee).set({ state: 'approved', decidedById: 1 }).run()).toThrow(/CHECK/)
  })
  test.each([
    ['991000009', true],
    ['991000008', false],
    ['000000000', false],
    ['12345678', false],
  ])('routing number %s: %s', (text, good) => expect(isRoutingNumber(text)).toBe(good))
})

describe('documents', () => {
  test.each<[string, Buffer, string]>([
    ['empty', Buffer.alloc(0), 'empty'],
    ['a page called PDF', Buffer.from('<html><script>alert(1)</script>'), 'wrong_type'],
    ['a program', Buffer.from('MZ\x90\0'), 'wrong_type'],
    ['a byte too large', Buffer.concat([pdf(), Buffer.alloc(maxDocumentBytes - pdf().length + 1)]), 'too_large'],
  ])('%s is refused', async (_, content, code) =>
    expect(await storeDocument('certificate.pdf', content)).toMatchObject({ refusal: { code } }),
  )
  test('the type is reported by the content, and names are made safe', () => {
    expect(
      [
        pdf(),
        Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
        Buffer.from([0xff, 0xd8, 0xff, 0xe0]),
        Buffer.from('GIF89a'),
        Buffer.from('%PDF'),
      ].map(documentFileType),
    ).toEqual(['application/pdf', 'image/png', 'image/jpeg', null, null])
    expect(
      ['../../etc/passwd', 'a\u0000b<script>.exe', '.htaccess', 'c:\\x\\w9.PDF', '\u202egpj.exe', ''].map((name) =>
        safeFileName(name, 'application/pdf'),
      ),
    ).toEqual(['passwd.pdf', 'abscript.pdf', 'htaccess.pdf', 'w9.pdf', 'gpj.pdf', 'document.pdf'])
  })
  test('is kept once under its hash, outside of what is served, and shown with nothing allowed', async () => {
    const [one, other] = [await storeDocument('a.pdf', pdf('same')), await storeDocument('b.png', pdf('same'))]
    if ('refusal' in one || 'refusal' in other) throw new Error('refused')
    expect(one.storedAs).toBe(other.storedAs)
    expect(other.fileName).toBe('b.pdf')
    expect(existsSync(join(settings().OX_DATA, 'documents', one.storedAs))).toBe(true)
    expect(readdirSync('public').every((name) => !name.includes('documents'))).toBe(true)
    expect(await readStoredDocument('../secret')).toBeNull()
    const headers = documentResponse({ fileName: 'w9 "x"\nq.pdf', type: 'application/pdf', content: pdf() }).headers
    expect([
      headers.get('x-content-type-options'),
      headers.get('content-type'),
      headers.get('content-security-policy'),
    ]).toEqual(['nosniff', 'application/pdf', "default-src 'none'; sandbox; style-src 'unsafe-inline'; img-src data:"])
    expect(headers.get('content-disposition')).not.toMatch(/\n/)
  })
  test('counts only once somebody has reviewed it, and a certificate brings its policies', async () => {
    world.db.delete(carrierDocument).run()
    world.db.delete(policy).where(eq(policy.carrierId, 1)).run()
    const received = await receiveDocument(
      world.db,
      1,
      { kind: 'certificate', name: 'c.pdf', content: pdf('c') },
      { ...who, by: { kind: 'person', id: 2, name: 'Teo Marchetti' } },
    )
    if (!('documentId' in received)) throw new Error('refused')
    expect(readNeeds(world.db, now).documents).toMatchObject([{ carrierName: 'Carrier 1', kind: 'certificate' }])
    expect(
      await act({ intent: 'check_document', document: { documentId: received.documentId, kind: 'certificate' } }),
    ).toMatchObject({ refusal: { code: 'no_policies' } })
    const line = {
      kind: 'liability',
      insurer: 'Lark Mutual',
      number: 'L1',
      insuredName: 'Carrier 1',
      limitMinor: 1_000_000_00,
      effectiveOn: '2026-11-01',
      expiresOn: '2027-11-01',
    }
    await act({
      intent: 'check_document',
      document: { documentId: received.documentId, kind: 'certificate', insurance: [line] },
    })
    expect(standing().reasons.map(({ code }) => code)).toEqual(['no_cargo', 'no_w9', 'no_agreement'])
    expect(
      await act({
        intent: 'check_document',
        document: { documentId: received.documentId, kind: 'certificate', insurance: [line] },
      }),
    ).toMatchObject({ refusal: { code: 'already_checked' } })
    expect(() =>
      carrierActSchema.parse({
        intent: 'check_document',
        document: { documentId: 1, kind: 'certificate', insurance: [{ ...line, expiresOn: '2026-10-01' }] },
      }),
    ).toThrow(/ends before it begins/)
  })
  test('refused: stays on file with the reason and counts for nothing', async () => {
    world.db.delete(carrierDocument).run()
    const received = await receiveDocument(world.db, 1, { kind: 'w9', name: 'w9.png', content: pdf('w') }, who)
    await act({
      intent: 'refuse_document',
      documentId: 'documentId' in received ? received.documentId : 0,
      because: 'not signed',
    })
    expect(world.db.select().from(carrierDocument).all()).toMatchObject([
      { state: 'refused', refusedBecause: 'not signed', fileName: 'w9.pdf' },
    ])
    expect(readNeeds(world.db, now).documents).toEqual([])
  })
  test('a body larger than it says is read only so far', async () => {
    const request = (size: number, length?: number) =>
      new Request('http://x/', {
        method: 'POST',
        body: new Uint8Array(size),
        headers: {
          'content-type': 'multipart/form-data; boundary=x',
          ...(length ? { 'content-length': String(length) } : {}),
        },
      })
    expect(await readUpload(request(100, 99_999_999), 1000)).toMatchObject({ refusal: { code: 'too_large' } })
    expect(await readUpload(request(70_000), 1000)).toMatchObject({ refusal: { code: 'too_large' } })
    expect(await readUpload(request(10), 1000)).toMatchObject({ refusal: { code: 'no_form' } })
  })
})

describe('links for carriers', () => {
  const asked = async (purpose: 'documents' | 'agreement') => {
    await act(
      purpose === 'documents'
        ? { intent: 'request_documents', ask: { to: 'ada@carrier1.example', kinds: ['w9'] } }
        : { intent: 'send_agreement', ask: { to: 'ada@carrier1.example' } },
    )
    const link = world.db.select().from(carrierLink).all().at(-1)!
    return { link, token: requestLinkToken(link.id) }
  }
  const open = (token: string, at = now) => openRequestLink(world.db, token, at)
  test('one mail is asked for each, and the link opens only its own', async () => {
    const { token, link } = await asked('documents')
    expect(world.db.select({ kind: outbox.kind, key: outbox.key }).from(outbox).all()).toEqual([
      { kind: 'carrier_mail', key: `carrier-link-${link.id}-1` },
    ])
    expect(open(token)).toMatchObject({ carrierId: 1, purpose: 'documents' })
    for (const wrong of [`${token}x`, token.replace(/^\d+/, '999'), token.slice(0, -2), 'nonsense'])
      expect(open(wrong)).toMatchObject({ refusal: { code: 'altered' } })
    expect(open(token, now + 14 * 86_400_000)).toMatchObject({ refusal: { code: 'expired' } })
    await act({ intent: 'revoke_link', linkId: link.id })
    expect(open(token)).toMatchObject({ refusal: { code: 'revoked' } })
  })
  test('what is seen by it is named field by field', async () => {
    const { token, link } = await asked('documents')
    const page = readCarrierLink(world.db, token, now)
    expect(Object.keys(page).sort()).toEqual([
      'broker',
      'carrierName',
      'dotNumber',
      'kinds',
      'mcNumber',
      'purpose',
      'received',
      'signed',
    ])
    expect(
      await receiveByLink(world.db, link, { kind: 'agreement', name: 'x.pdf', content: pdf() }, now),
    ).toMatchObject({
      refusal: { code: 'not_asked' },
    })
    expect(
      await receiveByLink(world.db, link, { kind: 'w9', name: 'x.exe', content: Buffer.from('MZ') }, now),
    ).toMatchObject({ refusal: { code: 'wrong_type' } })
    expect(await receiveByLink(world.db, link, { kind: 'w9', name: 'x.exe', content: pdf() }, now)).toHaveProperty(
      'documentId',
    )
    expect(readCarrierLink(world.db, token, now)).toMatchObject({ received: [{ kind: 'w9', fileName: 'x.pdf' }] })
  })
  test('the agreement signed by link counts at once and cannot be signed twice', async () => {
    world.db.delete(carrierDocument).where(eq(carrierDocument.kind, 'agreement')).run()
    const { link } = await asked('agreement')
    expect(standing().verdict).toBe('stop')
    const signature = { name: 'Ada Finch', title: 'Owner', agreed: 'yes' as const }
    expect(await signAgreement(world.db, link, signature, now)).toEqual({ done: true })
    expect(standing().verdict).toBe('clear')
    const kept = world.db.select().from(carrierDocument).where(eq(carrierDocument.kind, 'agreement')).get()!
    expect((await readStoredDocument(kept.storedAs!))!.subarray(0, 5).toString()).toBe('%PDF-')
    expect(await signAgreement(world.db, link, signature, now)).toMatchObject({ refusal: { code: 'already_signed' } })
  })
})

describe('do not use, contacts, equipment', () => {
  test('stops at once, is lifted by whom it says, and both stay in the log', async () => {
    await act({ intent: 'do_not_use', reason: 'handed our load on', lift: 'manager' })
    expect(standing()).toMatchObject({ verdict: 'stop', reasons: [{ message: 'Do not use: handed our load on' }] })
    expect(await act({ intent: 'lift_do_not_use', reason: 'owner changed' })).toMatchObject({
      refusal: { code: 'may_not_lift' },
    })
    expect(await act({ intent: 'lift_do_not_use', reason: 'owner changed' }, ruth)).toEqual({ done: true })
    expect(standing().verdict).toBe('clear')
    expect(
      world.db
        .select()
        .from(event)
        .all()
        .filter(({ kind }) => kind !== 'verdict_changed')
        .map((entry) => carrierLogWords(entry.kind, entry.data)),
    ).toEqual(['Not to be used: handed our load on', 'May be used again: owner changed. It was: handed our load on'])
  })
  test('a viewer changes nothing, and another’s contact is not removed', async () => {
    await expect(act({ intent: 'do_not_use', reason: 'because' }, { ...ines, role: 'viewer' })).rejects.toMatchObject({
      status: 403,
    })
    await act({ intent: 'add_contact', contact: { name: 'Ada', role: 'dispatch', phone: '208 555 0177', mail: '' } })
    const { id } = world.db.select().from(contact).get()!
    expect(await act({ intent: 'remove_contact', contactId: id }, ines, 2)).toMatchObject({
      refusal: { code: 'no_such_contact' },
    })
    expect(await act({ intent: 'remove_contact', contactId: id })).toEqual({ done: true })
    expect(() =>
      carrierActSchema.parse({
        intent: 'add_contact',
        contact: { name: 'Ada', role: 'dispatch', phone: '', mail: '' },
      }),
    ).toThrow(/phone number or an email/)
  })
  test('equipment is a fact over time, and preferred is some of it', async () => {
    await act({ intent: 'set_equipment', equipment: ['van'], preferred: ['van', 'reefer'], trailers: { van: 4 } })
    await act({ intent: 'set_equipment', equipment: ['van', 'flatbed'], preferred: [], trailers: { van: 5 } })
    expect(readDossier(world.db, 1, now)!.facts.current.find((row) => row.field === 'equipment')).toMatchObject({
      value: 'van 5, flatbed',
      byName: 'Ines Calloway',
      former: [{ value: 'van 4' }],
    })
    expect(readDossier(world.db, 99, now)).toBeNull()
  })
  test('what is noted on a load counts in the grades, on a load of theirs only', async () => {
    const loadId = openLoad(world.db)
    expect(await act({ intent: 'mark_load', loadId, mark: 'claim' })).toMatchObject({
      refusal: { code: 'no_such_load' },
    })
    world.db.update(load).set({ carrierId: 1, payMinor: 5, state: 'delivered', deliveredOnTime: true }).run()
    await act({ intent: 'mark_load', loadId, mark: 'claim' })
    expect(readDossier(world.db, 1, now)!.grades.find(({ kind }) => kind === 'claims')).toMatchObject({
      good: 1,
      of: 1,
    })
  })
})

describe('the directory', () => {
  const query = (over: object = {}) => directoryQuerySchema.parse(over)
  const names = (over: object) =>
    readDirectory(world.db, query(over), { from: 0, limit: 50 }, now).rows.map(({ name }) => name)
  const countsOf = (over: object) => readDirectory(world.db, query(over), { from: 0, limit: 50 }, now).counts
  beforeEach(() => {
    world.db
      .update(carrier)
      .set({ homeRegion: 'UT', homeCity: 'Ogden', verdict: 'stop', equipment: ['flatbed'] })
      .where(eq(carrier.id, 2))
      .run()
    world.db
      .update(carrier)
      .set({ verdict: 'clear', lastLoadAt: now - 20 * 86_400_000 })
      .where(eq(carrier.id, 1))
      .run()
  })
  test('finds words from their beginning, in any order, over names, numbers, cities and mail', () => {
    expect([
      names({ q: 'ogd carr' }),
      names({ q: 'OGDEN' }),
      names({ q: '100003' }),
      names({ q: 'dispatch carrier1' }),
      names({ q: 'arrier' }),
      names({ q: '"* OR' }),
    ]).toEqual([['Carrier 2'], ['Carrier 2'], ['Carrier 3'], ['Carrier 1'], [], []])
  })
  test('a changed city is found at once', () => {
    world.db.update(carrier).set({ homeCity: 'Reno' }).where(eq(carrier.id, 3)).run()
    expect([names({ q: 'reno' }), names({ q: 'jerome' })]).toEqual([['Carrier 3'], ['Carrier 1']])
  })
  test('filters together, and each counts what it would leave', () => {
    expect([
      names({ verdict: 'stop' }),
      names({ equipment: 'reefer' }),
      names({ region: 'UT', equipment: 'van' }),
      names({ used: '3' }),
      names({ used: 'never' }),
    ]).toEqual([['Carrier 2'], ['Carrier 1', 'Carrier 3'], [], ['Carrier 1'], ['Carrier 2', 'Carrier 3']])
    expect(countsOf({ region: 'UT' })).toEqual({
      verdict: { stop: 1 },
      equipment: { flatbed: 1 },
      region: { ID: 2, UT: 1 },
      used: { never: 1 },
    })
    expect(countsOf({})).toMatchObject({
      equipment: { van: 2, reefer: 2, flatbed: 1 },
      used: { 3: 1, 12: 1, never: 2 },
    })
  })
  test('nonsense in the address is no filter', () =>
    expect(query({ verdict: 'maybe', region: "UT' or 1", used: '99' })).toEqual(query()))
})

describe('a list of carriers', () => {
  const list =
    'Carrier;USDOT #;MC;E-mail\r\nCarrier 1;200001;;\r\nAlder;200980;100980;ada@alder.example\r\nAlder again;200980;;\r\nBramble;200981;100980;\r\nNobody;999999;;\r\nBad;12x;;\r\n'
  const run = (dryRun: boolean) => importCarriers(world.db, list, { columns: null, dryRun }, who)
  beforeEach(() => {
    for (const index of [980, 981])
      storeRecord(world.db, recordFor(index, { legalName: `Alder ${index}` }), { changedAt: now, confirmedAt: now })
  })
  test('a dry run tells of every row and adds nothing', async () => {
    const outcome = await run(true)
    expect(outcome).toMatchObject({ columns: ['name', 'dot', 'mc', 'mail'], added: 1, held: 1, bad: 4 })
    expect('rows' in outcome && outcome.rows.map(({ result, why }) => `${result}: ${why}`)).toEqual([
      'held: Already with us',
      'added: The list calls it Alder',
      'bad: The same carrier as in line 3',
      'bad: DOT 200981 is Alder 981, MC 100980 is Alder 980',
      'bad: The register knows no DOT 999999',
      'bad: “12x” is no DOT number',
    ])
    expect(world.db.select().from(carrier).all()).toHaveLength(3)
  })
  test('then the good ones are added and vetted, with their contacts', async () => {
    expect(await run(false)).toMatchObject({ added: 1, held: 1, bad: 4 })
    expect(world.db.select().from(carrier).where(eq(carrier.dotNumber, '200980')).get()).toMatchObject({
      name: 'Alder 980',
      verdict: 'stop',
    })
    expect(
      world.db
        .select()
        .from(contact)
        .all()
        .map(({ mail }) => mail),
    ).toContain('ada@alder.example')
    expect(await run(false)).toMatchObject({ added: 0, held: 2 })
  })
  test.each([
    ['', 'empty'],
    ['only,heads', 'empty'],
    ['a,b\n1,2', 'no_number_column'],
    ['dot\n"1', 'no_csv'],
    [`dot\n${'1\n'.repeat(5001)}`, 'too_many'],
  ])('%j is refused', async (text, code) => {
    expect(await importCarriers(world.db, text, { columns: null, dryRun: true }, who)).toMatchObject({
      refusal: { code },
    })
  })
})

test('what changed since yesterday: facts with what they were, verdicts, nothing older', async () => {
  storeRecord(world.db, recordFor(1, { officers: ['Ada'] }), { changedAt: now, confirmedAt: now - 30 * 3_600_000 })
  storeRecord(world.db, recordFor(1, { officers: ['Bo'] }), { changedAt: now, confirmedAt: now - 3_600_000 })
  await act({ intent: 'do_not_use', reason: 'because' })
  await act({ intent: 'lift_do_not_use', reason: 'because' }, ruth)
  const changes = readRecentChanges(world.db, now)
  expect(changes.changes).toMatchObject([{ carrierName: 'Carrier 1', field: 'officers', value: 'Bo', before: 'Ada' }])
  expect(changes.verdicts).toMatchObject([{ from: 'stop', to: 'clear' }])
})
