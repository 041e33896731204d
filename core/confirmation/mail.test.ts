import { expect, test } from 'vitest'
import { confirmationMail, escapeHtml } from './mail'
import type { ConfirmationTerms } from './terms'

const terms = (over: Partial<ConfirmationTerms> = {}): ConfirmationTerms => ({
  loadNumber: 'PR-20417',
  broker: { name: 'Plover & Rook Freight', address: [], phone: '', mail: '', mcNumber: '', logo: null },
  rep: { name: 'Ines Calloway', phone: '208-555-0101', mail: '' },
  carrier: { name: '<b>Night</b> "Heron"', mcNumber: '', dotNumber: '' },
  equipment: 'van',
  freight: '',
  commodity: '',
  pallets: null,
  miles: 1,
  practice: false,
  references: [],
  instructions: [],
  pay: [],
  totalMinor: 248_000,
  conditions: [],
  stops: [
    {
      kind: 'pickup',
      facility: 'Shed',
      address: ['1 Rd', 'Twin Falls, ID 83301'],
      earliestLocal: '2026-11-24T08:00',
      latestLocal: null,
      zone: 'America/Boise',
      booking: 'first_come',
    },
  ],
  ...over,
})

test('names with markup are text in the HTML', () => {
  const { html } = confirmationMail(terms(), 1, 'https://x.example/c/1.a?b="c"')
  expect(html).toContain('&lt;b&gt;Night&lt;/b&gt; &quot;Heron&quot;')
  expect(html).not.toContain('<b>')
  expect(html).toContain('href="https://x.example/c/1.a?b=&quot;c&quot;"')
})
test('a later version asks again, a practice one says so first', () => {
  expect(confirmationMail(terms(), 1, '').text).not.toContain('takes the place')
  expect(confirmationMail(terms(), 2, '').text).toContain(
    'takes the place of every earlier one. Please accept it again.',
  )
  expect(confirmationMail(terms({ practice: true }), 1, '').subject).toMatch(/^PRACTICE Rate confirmation RC-20417-1/)
})
test('what the rep wrote comes first, as text, and a subject takes the place of ours', () => {
  const own = { subject: 'Your load for Tuesday', message: 'Hi <Bo>,\n\ntwo straps.\nCall at the gate.' }
  const mail = confirmationMail(terms(), 1, 'https://x.example/c', own)
  expect(mail.subject).toBe('Your load for Tuesday')
  expect(mail.text.startsWith('Hi <Bo>,\n\ntwo straps.\nCall at the gate.\n\nRate confirmation RC-')).toBe(true)
  expect(mail.html.startsWith('<p>Hi &lt;Bo&gt;,</p><p>two straps.<br>Call at the gate.</p><p>Rate')).toBe(true)
  expect(confirmationMail(terms({ practice: true }), 1, '', own).subject).toBe('PRACTICE Your load for Tuesday')
  const plain = confirmationMail(terms(), 1, 'https://x.example/c')
  expect(plain.subject).toMatch(/^Rate confirmation RC-/)
  expect(plain.text.startsWith('Rate confirmation RC-')).toBe(true)
})

test('the five characters of HTML', () => expect(escapeHtml(`<>&"'`)).toBe('&lt;&gt;&amp;&quot;&#39;'))
