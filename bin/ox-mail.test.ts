import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import PDFDocument from 'pdfkit'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import writeXlsxFile from 'write-excel-file/node'

const ox = join(process.cwd(), 'bin/ox')
let folder = ''

interface Attached {
  name: string
  type: string
  bytes: Buffer
}

/** Writes a message as a mail program would, with what is attached to it. */
function letter(
  file: string,
  text: string,
  {
    subject = 'trucks',
    attached = [] as Attached[],
    type = 'text/plain; charset=utf-8',
    date = 'Tue, 01 Dec 2026 06:10:00 -0600',
  } = {},
): string {
  const head = [
    'From: Dale <dale@wandering-elk.example>',
    'To: desk@ploverrook.example',
    `Subject: ${subject}`,
    `Date: ${date}`,
    'MIME-Version: 1.0',
  ]
  const part = (lines: string[]) => ['--cut', ...lines].join('\r\n')
  const body =
    attached.length === 0
      ? [`Content-Type: ${type}`, '', text]
      : [
          'Content-Type: multipart/mixed; boundary=cut',
          '',
          part([`Content-Type: ${type}`, '', text]),
          ...attached.map(({ name, type: kind, bytes }) =>
            part([
              `Content-Type: ${kind}; name="${name}"`,
              'Content-Transfer-Encoding: base64',
              `Content-Disposition: attachment; filename="${name}"`,
              '',
              bytes.toString('base64'),
            ]),
          ),
          '--cut--',
        ]
  writeFileSync(join(folder, file), [...head, ...body].join('\r\n'))
  return file
}

async function pdf(rows: string[][]): Promise<Buffer> {
  const document = new PDFDocument({ size: 'LETTER' })
  const chunks: Buffer[] = []
  document.on('data', (chunk: Buffer) => chunks.push(chunk))
  const ended = new Promise<void>((resolve) => document.once('end', resolve))
  for (const [at, row] of rows.entries())
    for (const [column, cell] of row.entries())
      document.text(cell, 60 + column * 120, 80 + at * 22, { lineBreak: false })
  document.end()
  await ended
  return Buffer.concat(chunks)
}

const run = (...files: string[]) => {
  const { stdout, status } = spawnSync(ox, ['mail', ...files], { cwd: folder, encoding: 'utf8' })
  return {
    status,
    lines: stdout
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line)),
  }
}

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ox-mail-'))
  letter(
    'plain.eml',
    "Got 2 reefers in Boise tomorrow, 53', wants CA or Dallas TX, 2.60/mi. Can do PR-26014 for 1,850, good til 5 pm.",
  )
  letter('latin.eml', 'Camión: 1 caja seca en Laredo TX mañana', { type: 'text/plain; charset=utf-8' })
  letter('invoice.eml', 'Invoice 20419 for $2,350.00 is past due', { subject: 'Invoice 20419' })
  letter('bare.eml', 'Van Tulsa OK tomorrow', { date: 'Thu, 31 Dec 2026 23:30:00 EST' })
  const rows = [
    ['City', 'Date', 'Trailer', 'Going to'],
    ['Tulsa, OK', '12/2', '53 van', 'TX'],
    ['Joplin, MO', '12/3', 'reefer', 'open'],
  ]
  const workbook = await writeXlsxFile(rows.map((row) => row.map((value) => ({ value })))).toBuffer()
  const sheets: [string, string, Buffer][] = [
    ['list.csv', 'text/csv', Buffer.from(rows.map((row) => row.map((cell) => `"${cell}"`).join(',')).join('\n'))],
    ['list.xlsx', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', workbook],
    ['list.pdf', 'application/pdf', await pdf(rows)],
  ]
  for (const [name, type, bytes] of sheets)
    letter(`${name}.eml`, 'See attached.', { attached: [{ name, type, bytes }] })
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

describe('bin/ox mail', { timeout: 90_000 }, () => {
  test('prints a line for each message in order, with trucks and prices', () => {
    const { status, lines } = run('plain.eml', 'invoice.eml')
    expect(status).toBe(0)
    expect(lines).toEqual([
      {
        ...{ file: 'plain.eml', kind: 'mixed' },
        trucks: [
          {
            ...{
              city: 'Boise',
              region: 'ID',
              equipment: 'reefer',
              count: 2,
              from: '2026-12-02',
              to: null,
              radius: null,
            },
            ...{
              destinations: ['CA', 'Dallas, TX'],
              lengthFt: 53,
              weightLb: null,
              rate: { amount: '2.60', basis: 'per_mile' },
            },
          },
        ],
        offers: [
          {
            ...{
              reference: 'PR-26014',
              amount: '1850.00',
              currency: 'USD',
              basis: 'flat',
              origin: null,
              destination: null,
            },
            ...{ pickup: null, expires: '2026-12-01T17:00:00-06:00' },
          },
        ],
      },
      { file: 'invoice.eml', kind: 'other', trucks: [], offers: [] },
    ])
  })
  test.each(['list.csv', 'list.xlsx', 'list.pdf'])('reads the trucks of %s', (name) => {
    const [line] = run(`${name}.eml`).lines
    expect(line.trucks).toMatchObject([
      { city: 'Tulsa', region: 'OK', equipment: 'van', from: '2026-12-02', lengthFt: 53, destinations: ['TX'] },
      { city: 'Joplin', region: 'MO', equipment: 'reefer', from: '2026-12-03', destinations: [] },
    ])
  })
  test('counts days from the message’s own Date, by its zone’s name too', () => {
    expect(run('bare.eml').lines[0].trucks).toMatchObject([{ city: 'Tulsa', from: '2027-01-01' }])
  })
  test('what is no file stands in its place, the others go on: 1; no file at all: 2', () => {
    const { status, lines } = run('nowhere.eml', 'latin.eml')
    expect(lines).toMatchObject([{ file: 'nowhere.eml', error: { code: 'no_file' } }, { kind: 'capacity' }])
    expect(status).toBe(1)
    expect(run().status).toBe(2)
  })
})
