import { appendFileSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Email } from 'postal-mime'
import { expect, test } from 'vitest'
import { openMailbox } from './mailbox'
import { mailboxPage, mailPage } from './pages'

const file = () => join(mkdtempSync(join(tmpdir(), 'mailbox-')), 'mailbox.jsonl')
const mail = (key: string) => ({ key, to: ['a@b.example'], raw: '', at: 1 })

test('the same key is one mail, also after the server was away', () => {
  const path = file()
  const mailbox = openMailbox(path)
  expect([mailbox.keep(mail('k1')), mailbox.keep(mail('k1')), mailbox.keep(mail('k2'))]).toEqual([true, false, true])
  const again = openMailbox(path)
  expect(again.all().map(({ key, repeats }) => [key, repeats])).toEqual([
    ['k1', 1],
    ['k2', 0],
  ])
  expect(again.keep(mail('k2'))).toBe(false)
})

test('mails without a key are all kept', () => {
  const mailbox = openMailbox(file())
  expect([mailbox.keep(mail('')), mailbox.keep(mail(''))]).toEqual([true, true])
})

test('a line cut off by a sudden end is passed over', () => {
  const path = file()
  openMailbox(path).keep(mail('k1'))
  appendFileSync(path, '{"key":"k2","to":[')
  const after = openMailbox(path)
  expect(after.all().map((each) => each.key)).toEqual(['k1'])
  after.keep(mail('k3'))
  expect(
    openMailbox(path)
      .all()
      .map((each) => each.key),
  ).toEqual(['k1', 'k3'])
})

test('markup in a mail is shown as text, its links can be followed', () => {
  const parsed = {
    subject: '<img src=x onerror=alert(1)>',
    text: 'Open http://localhost:4100/c/1.abc <script>alert(1)</script>',
    attachments: [],
    from: { address: '"<x>"@y.example', name: '' },
  } as unknown as Email
  const kept = { ...mail('k'), repeats: 0 }
  for (const page of [mailPage(0, kept, parsed), mailboxPage([{ index: 0, kept, parsed }])]) {
    expect(page).not.toMatch(/<img|<script|<x>/)
    expect(page).toContain('&lt;img src=x')
  }
  expect(mailPage(0, kept, parsed)).toContain('<a href="http://localhost:4100/c/1.abc">')
})
