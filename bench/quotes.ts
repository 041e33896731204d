import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openDatabase } from '#server/db.server'
import { addLines, rowsAtOnce } from '#server/quote/lines'
import { changeQuoteTerms, createQuote } from '#server/quote/quotes'
import { gridLines } from '#server/quote/read'
import { quoteLine } from '#server/schema'
import { generateDemo } from '../demo/generate'
import { inesId } from '../demo/world'

const day = 86_400_000
const rowsPasted = 500
const cities = [
  'Boise ID',
  'Denver CO',
  'Phoenix AZ',
  'Dallas TX',
  'Columbus OH',
  'Atlanta GA',
  'Seattle WA',
  'Chicago IL',
  'Omaha NE',
  'Tulsa OK',
  'Fargo ND',
  'Reno NV',
  'Miami FL',
  'Newark NJ',
  'Toronto ON',
]
const rows = Array.from({ length: rowsPasted }, (_, at) => ({
  cells: {
    origin: cities[at % 15]!,
    dest: cities[(at * 7 + 3 + Math.floor(at / 15)) % 15]!,
    equipment: at % 3 ? 'van' : 'reefer',
    weight: '42000',
    loads: String(10 + at),
  },
}))

/** What five hundred pasted rows take on the server, in the parts the page sends them in: read, driven, priced, kept and reported; beside only keeping and telling them. */
export async function run(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'oxpecker-bench-'))
  const db = openDatabase(join(folder, 'bench.db'))
  const now = Date.now()
  await generateDemo(db, { seed: 5, pastLoads: 6000, now })
  const act = { now, by: { kind: 'person' as const, id: inesId, name: 'Ines Calloway' }, repId: inesId }
  const parts = Array.from({ length: Math.ceil(rowsPasted / rowsInPart) }, (_, part) =>
    rows.slice(part * rowsInPart, (part + 1) * rowsInPart),
  )
  const timed = (validDays: number, keep: (quoteId: number, part: typeof rows) => number[]) => {
    const { quoteId } = createQuote(db, { customerId: 1 }, act) as { quoteId: number }
    changeQuoteTerms(
      db,
      quoteId,
      {
        title: '',
        validUntil: new Date(now + validDays * day).toISOString().slice(0, 10),
        comparedId: null,
        currency: 'USD',
      },
      act,
    )
    const started = performance.now()
    for (const part of parts) gridLines(db, quoteId, keep(quoteId, part))
    return performance.now() - started
  }
  const priced = (quoteId: number, part: typeof rows) => {
    const added = addLines(db, quoteId, part, act)
    if ('refusal' in added) throw new Error(added.refusal.message)
    return added.lineIds
  }
  let position = 0
  const bare = (quoteId: number, part: typeof rows) =>
    db
      .insert(quoteLine)
      .values(part.map(({ cells }) => ({ cells, problems: [], charges: [], quoteId, position: ++position })))
      .returning({ id: quoteLine.id })
      .all()
      .map(({ id }) => id)
  timed(7, priced)
  const [kept, week, year] = [timed(7, bare), timed(7, priced), timed(365, priced)]
  for (const [words, took] of [
    ['only kept and reported', kept],
    ['priced, good for a week', week],
    ['priced, any day of a year', year],
  ] as const)
    console.log(
      `${words.padEnd(28)} ${took.toFixed(0).padStart(6)} ms for ${rowsPasted} rows, ${(took / kept).toFixed(1)} times`,
    )
  db.$client.close()
  rmSync(folder, { recursive: true, force: true })
}

/** As the page sends them; no more than the server takes at once. */
const rowsInPart = Math.min(100, rowsAtOnce)
