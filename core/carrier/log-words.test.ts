import { describe, expect, test } from 'vitest'
import { carrierLogWords } from './log-words'

describe('a carrier’s log in words', () => {
  test.each<[string, Record<string, unknown>, string]>([
    ['carrier_added', { from: 'register' }, 'Added from the register'],
    [
      'carrier_added',
      { from: 'a file', duplicates: ['Night Heron Lines', 'Blue Thistle Transport'] },
      'Added from a file, though it shares something with Night Heron Lines, Blue Thistle Transport',
    ],
    [
      'register_changed',
      { changes: [{ field: 'power_units' }, { field: 'mail' }] },
      'The register changed: power units, mail',
    ],
    ['register_changed', {}, 'The register changed: '],
    ['register_asked', {}, 'Checked the register again'],
    [
      'verdict_changed',
      { from: 'clear', to: 'stop', reasons: ['authority revoked', 'no cargo insurance'] },
      'Vetting changed from clear to blocked: authority revoked; no cargo insurance',
    ],
    ['verdict_changed', { from: null, to: 'caution' }, 'Vetting changed from not vetted to caution'],
    ['contact_added', { name: 'Ada Finch' }, 'Contact Ada Finch added'],
    ['contact_removed', { name: 'Ada Finch' }, 'Contact Ada Finch removed'],
    ['equipment_set', { equipment: ['van', 'step_deck'] }, 'Equipment: van, step deck'],
    ['do_not_use', { reason: 'held a load back' }, 'Not to be used: held a load back'],
    [
      'do_not_use_lifted',
      { reason: 'settled', was: 'held a load back' },
      'May be used again: settled. It was: held a load back',
    ],
    [
      'payee_asked',
      { name: 'Lark Factoring', bankName: 'Bank of the Reeds', accountEnd: '0417' },
      'Payee Lark Factoring, Bank of the Reeds …0417, requested',
    ],
    [
      'payee_approved',
      { name: 'Lark Factoring', accountEnd: '0417', askedBy: 'Ines Calloway' },
      'Payee Lark Factoring …0417 approved; requested by Ines Calloway',
    ],
    ['payee_refused', { name: 'Lark Factoring', accountEnd: '0417' }, 'Payee Lark Factoring …0417 refused'],
    [
      'document_received',
      { documentKind: 'certificate', fileName: 'coi.pdf' },
      'Certificate of insurance received: coi.pdf',
    ],
    ['document_received', { documentKind: 'napkin', fileName: 'x.pdf' }, 'Document received: x.pdf'],
    ['document_checked', { documentKind: 'w9' }, 'W-9 reviewed and accepted'],
    [
      'document_refused',
      { documentKind: 'letter', because: 'of another carrier' },
      'Letter refused: of another carrier',
    ],
    [
      'documents_requested',
      { to: 'a@b.example', kinds: ['w9', 'permit_canada', 'napkin'] },
      'Requested from a@b.example: W-9, Permit for Canada, napkin',
    ],
    ['agreement_sent', { to: 'a@b.example' }, 'Agreement sent to a@b.example to be signed'],
    [
      'agreement_signed',
      { version: '2026-1', name: 'Ada Finch', title: 'Owner' },
      'Agreement 2026-1 signed by Ada Finch, Owner',
    ],
    ['load_marked', { number: 'PR-20001', mark: 'call_missed' }, 'PR-20001: missed a check call'],
    ['link_revoked', {}, 'A link was withdrawn'],
    ['mail_failed', { to: 'a@b.example', problem: 'no such mailbox' }, 'Email to a@b.example failed: no such mailbox'],
  ])('%s %o', (kind, data, words) => expect(carrierLogWords(kind, data)).toBe(words))
  test('a kind from a later version is reported by its name', () =>
    expect(carrierLogWords('moved_to_archive', {})).toBe('moved to archive'))
  test('nothing kept in the log is ever shown as [object Object] or undefined', () => {
    for (const kind of [
      'carrier_added',
      'register_changed',
      'verdict_changed',
      'equipment_set',
      'documents_requested',
      'load_marked',
    ])
      expect(carrierLogWords(kind, { from: {}, changes: 'x', equipment: 3, kinds: null, mark: 7 })).not.toMatch(
        /object|undefined/,
      )
  })
})
