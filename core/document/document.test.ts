import { describe, expect, test } from 'vitest'
import { type DocumentCommand, decideDocument, documentLogWords, type KeptDocument } from './decide'
import { kindOfFile, readersOf } from './document'

const pod: KeptDocument = {
  id: 4,
  kind: 'proof_of_delivery',
  readers: ['customer'],
  fileName: 'pod.pdf',
  storedAs: 'aa',
}
const kinds = (command: DocumentCommand, kept = [pod]) => {
  const decided = decideDocument(kept, command)
  return 'events' in decided ? decided.events.map(({ kind }) => kind) : decided.refusal.code
}
const attach = (storedAs: string): DocumentCommand => ({
  kind: 'attach_document',
  said: { kind: 'photo', readers: [] },
  fileName: 'dock.jpg',
  storedAs,
})

describe('the documents of a load', () => {
  test('take a new file, and the very same one once', () => {
    expect(kinds(attach('bb'))).toEqual(['document_attached'])
    expect(kinds(attach('aa'))).toBe('attached_already')
  })
  test('are not without end', () =>
    expect(
      kinds(
        attach('bb'),
        Array.from({ length: 60 }, (_, id) => ({ ...pod, id, storedAs: `${id}` })),
      ),
    ).toBe('too_many_documents'))
  test('are told otherwise only where something is said anew', () => {
    const change = (readers: ('customer' | 'carrier')[]): DocumentCommand => ({
      kind: 'change_document',
      documentId: 4,
      said: { kind: 'proof_of_delivery', readers },
    })
    expect(kinds(change(['customer']))).toEqual([])
    expect(kinds(change(['carrier', 'customer']))).toEqual(['document_changed'])
    expect(kinds({ kind: 'remove_document', documentId: 4 })).toEqual(['document_removed'])
    expect(kinds({ kind: 'remove_document', documentId: 5 })).toBe('no_such_document')
  })
  test('are told in the log', () => {
    const said = { documentKind: 'lumper_receipt' as const, fileName: 'r.jpg', readers: ['customer' as const] }
    expect(documentLogWords.document_attached({ kind: 'document_attached', ...said })).toBe(
      'Lumper receipt, for the customer added: r.jpg',
    )
    const change = { from: { kind: 'other' as const, readers: [] }, to: { kind: pod.kind, readers: pod.readers } }
    expect(
      documentLogWords.document_changed({ kind: 'document_changed', documentId: 4, fileName: 'r.jpg', ...change }),
    ).toBe('r.jpg: Other document to Proof of delivery, for the customer')
  })
})

test.each([
  ['POD_PR-20417 signed.pdf', 'proof_of_delivery'],
  ['BOL 8841.pdf', 'bill_of_lading'],
  ['lumper-receipt.jpg', 'lumper_receipt'],
  ['IMG_2201.JPG', 'photo'],
  ['PO 4471.pdf', 'customer_order'],
  ['postcard.pdf', 'other'],
  ['scan0001.pdf', 'other'],
] as const)('%s is probably a %s', (name, kind) => expect(kindOfFile(name)).toBe(kind))

test('what proves the delivery goes to the customer, a photo to nobody', () => {
  expect(readersOf('proof_of_delivery')).toEqual(['customer'])
  expect(readersOf('photo')).toEqual([])
})
