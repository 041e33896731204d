import { unzipSync } from 'fflate'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import type { QuoteDocument } from '#core/quote/document'
import { quoteCsv, quoteXlsx } from '#server/export/quotes'
import { deliver } from '#server/outbox/deliver'
import { nextDue } from '#server/outbox/outbox'
import { draw } from '#server/pdf/draw'
import { outbox, quoteLine, quoteVersion } from '#server/schema'
import { type TestMailServer, testMailServer } from '#server/testing/mail-server'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { documentNow } from './file'
import { addLines } from './lines'
import { quotePdf } from './pdf'
import { createQuote } from './quotes'
import { readQuote } from './read'
import { sendQuote, sendQuoteMail } from './send'

const act = { ...ines, repId: 1 }
let world: TestWorld
let quoteId: number

beforeEach(() => {
  world = testWorld(1)
  quoteId = (createQuote(world.db, { customerId: 1 }, act) as { quoteId: number }).quoteId
  addLines(
    world.db,
    quoteId,
    [
      {
        cells: {
          origin: 'Twin Falls ID',
          dest: 'Phoenix AZ',
          equipment: 'reefer',
          price: '2,400',
          extras: 'tarp 75',
          comment: '=HYPERLINK("http://x.example")',
        },
      },
      { cells: { origin: 'Twin Falls ID', dest: 'Nowheresville' } },
    ],
    act,
  )
})
afterEach(() => world.end())

const pages = (pdf: Buffer) => Number(/\/Count (\d+)/.exec(pdf.toString('latin1'))?.[1])
const document = (): QuoteDocument => documentNow(world.db, quoteId, 1, now)!

describe('the customer’s document', () => {
  test('is one page with its fonts in it', async () => {
    const pdf = await quotePdf(document())
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
    expect(pages(pdf)).toBe(1)
    expect(pdf.toString('latin1').match(/\/FontFile2/g)!.length).toBeGreaterThanOrEqual(2)
  })
  test('five hundred lines are many pages, drawn on a thread of its own', async () => {
    const sample = document()
    const lines = Array.from({ length: 500 }, (_, at) => ({
      ...sample.lines[0]!,
      position: at + 1,
      loads: 12,
      miles: 787,
      comment: at % 9 === 0 ? 'Dock opens at six, ask for the foreman. '.repeat(6) : '',
    }))
    const pdf = await draw('quote', { ...sample, showsMiles: true, fuel: 'Fuel as agreed.', lines })
    expect(pages(pdf)).toBeGreaterThan(10)
    expect(pages(pdf)).toBeLessThan(40)
  })
  test('takes names with accents and marks', async () =>
    expect(pages(await quotePdf({ ...document(), customer: 'Montréal – “Érable” & Fils <b>' }))).toBe(1))
})

describe('by mail', () => {
  let server: TestMailServer
  beforeEach(async () => {
    server = await testMailServer()
    sendQuote(world.db, quoteId, { to: 'traffic@snowmelt.example', message: 'As asked.' }, ines)
  })
  afterEach(() => server.close())
  const step = () => deliver(world.db, nextDue(world.db, 'quote_mail', now + 1e9)!, sendQuoteMail, () => now + 60_000)

  test('goes out with its PDF, and is noted as delivered', async () => {
    expect(await step()).toBe(true)
    expect(server.received[0]).toMatchObject({
      subject: expect.stringContaining(`Q-${1000 + quoteId}`),
      text: expect.stringContaining('As asked.'),
    })
    expect(server.received[0]!.attachments[0]).toMatchObject({
      filename: `Q-${1000 + quoteId}.pdf`,
      mimeType: 'application/pdf',
    })
    expect(world.db.select().from(quoteVersion).get()!.deliveredAt).toBe(now + 60_000)
    expect(readQuote(world.db, quoteId, now)!.log[0]!.kind).toBe('delivered')
    expect(nextDue(world.db, 'quote_mail', now + 1e12)).toBeUndefined()
  })
  test('a server that is away for now is asked again under the same key', async () => {
    server.answer = Object.assign(new Error('busy'), { responseCode: 451 })
    expect(await step()).toBe(false)
    expect(world.db.select().from(outbox).get()).toMatchObject({ state: 'waiting', attempts: 1 })
    server.answer = null
    expect(await step()).toBe(true)
    expect(new Set(server.received.map((mail) => mail.messageId)).size).toBe(1)
  })
  test('an address that is refused for good is reported on the quote', async () => {
    server.answer = Object.assign(new Error('no such mailbox'), { responseCode: 550 })
    await step()
    expect(readQuote(world.db, quoteId, now)!.versions[0]!.problem).toMatch(/no such mailbox/)
  })
})

describe('exports', () => {
  test('CSV holds good and bad lines, and nothing a spreadsheet would run', () => {
    const [, first, second] = quoteCsv(world.db, quoteId, now)!.split('\n')
    expect(first).toContain(`"'=HYPERLINK(""http://x.example"")"`)
    expect(first).toContain(',2400,')
    expect(second).toContain('Nowheresville')
    expect(second).toContain('No place named Nowheresville')
  })
  test('the workbook opens as one and holds the same', async () => {
    world.db.update(quoteLine).set({ loads: 120 }).run()
    const files = unzipSync(new Uint8Array((await quoteXlsx(world.db, quoteId, now))!))
    expect(Object.keys(files)).toEqual(
      expect.arrayContaining(['[Content_Types].xml', 'xl/workbook.xml', 'xl/worksheets/sheet1.xml']),
    )
    const text = Object.values(files)
      .map((file) => Buffer.from(file).toString('utf8'))
      .join('')
    for (const words of ['Twin Falls, ID', 'Price USD', '<v>2475</v>', '<v>120</v>', 'Nowheresville'])
      expect(text).toContain(words)
  })
  test('a quote that is not there is none', async () =>
    expect([quoteCsv(world.db, 99, now), await quoteXlsx(world.db, 99, now)]).toEqual([null, null]))
})

test('a charge of the line stands on the document in words', () => {
  expect(document().lines[0]).toMatchObject({ extras: ['Tarp 75 flat'], totalMinor: 247_500 })
})
