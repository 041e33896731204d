import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { documentFileType, maxDocumentBytes, safeFileName } from '#core/document/file'
import type { Viewer } from '#server/access/viewer'
import { documentResponse, readStoredDocument, storeDocument } from '#server/document/store'
import { readUpload } from '#server/http/upload'
import { carrier, carrierDocument, carrierLink, outbox, policy } from '#server/schema'
import { settings } from '#server/settings.server'
import { now, type TestWorld, testWorld } from '#server/testing/world'
import { actOnCarrier, carrierActSchema } from './act'
import { signAgreement } from './agreement'
import { readCarrierLink, receiveByLink } from './by-link'
import { receiveDocument } from './documents'
import { readNeeds } from './needs'
import { openRequestLink, requestLinkToken } from './request-link'

let world: TestWorld
const ines: Viewer = { id: 1, name: 'Ines Calloway', mail: '', phone: '', role: 'rep' }
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
