import { eq } from 'drizzle-orm'
import { type ImportField, type ImportRow, importRefusals, matchColumns, readImportRow } from '#core/carrier/import'
import { refused } from '#core/decision/refusal'
import { sameName } from '#core/vetting/names'
import { type Db, inTransaction } from '#server/db.server'
import type { Act } from '#server/event/event'
import type { Refused } from '#server/kernel/run'
import { ReadProblem, readAside } from '#server/read/read'
import { textOfSheetFile } from '#server/read/sheet-file'
import { carrier, contact, registerRecord } from '#server/schema'
import { addRecord } from './add'

export const maxImportRows = 5_000
const maxColumns = 200
const readTimeout = 10_000
/** Rows handled before others get their turn. */
const atOnce = 50

export interface ImportOutcome {
  header: string[]
  columns: (ImportField | null)[]
  rows: {
    line: number
    result: 'added' | 'held' | 'bad'
    name: string
    why: string
    cells: string[]
    carrierId: number | null
    verdict: string | null
    shares: string[]
  }[]
  added: number
  held: number
  bad: number
  dryRun: boolean
}

/** Reads a CSV file of carriers and adds them, or in a dry run only tells what would happen. Bad rows are handed back with their reasons, the others go on. */
export async function importCarriers(
  db: Db,
  content: string | Buffer,
  asked: { columns: (ImportField | null)[] | null; dryRun: boolean },
  act: Act,
): Promise<ImportOutcome | Refused> {
  const sheet = await readSheet(content)
  if ('refusal' in sheet) return sheet
  const [header, ...rows] = sheet.rows as [string[], ...string[][]]
  const columns = asked.columns && asked.columns.length === header.length ? asked.columns : matchColumns(header)
  if (!columns.includes('dot') && !columns.includes('mc')) return refused(importRefusals, 'no_number_column')
  const outcome: ImportOutcome = { header, columns, rows: [], added: 0, held: 0, bad: 0, dryRun: asked.dryRun }
  const seen = new Map<string, number>()
  for (let at = 0; at < rows.length; at += atOnce) {
    for (const [index, cells] of rows.slice(at, at + atOnce).entries())
      outcome.rows.push(importRow(db, cells, columns, at + index + 2, seen, asked.dryRun, act))
    await new Promise((resolve) => setImmediate(resolve))
  }
  for (const row of outcome.rows) outcome[row.result]++
  return outcome
}

async function readSheet(content: string | Buffer): Promise<{ rows: string[][] } | Refused> {
  try {
    const text = typeof content === 'string' ? content : await textOfSheetFile(content)
    const head = text.slice(0, 2000).split(/\r|\n/)[0] ?? ''
    // Whichever of them parts the heads parts the rows.
    const delimiter = [',', ';', '\t'].toSorted((one, other) => head.split(other).length - head.split(one).length)[0]!
    const rows = await readAside('csv', { text, delimiter, maxRows: maxImportRows + 1, maxColumns }, readTimeout)
    return rows.length < 2 ? refused(importRefusals, 'empty') : { rows }
  } catch (error) {
    if (!(error instanceof ReadProblem)) throw error
    if (error.code === 'too_much')
      return refused(importRefusals, 'too_many', { rows: maxImportRows, columns: maxColumns })
    return refused(importRefusals, 'no_csv', { problem: error.message })
  }
}

function importRow(
  db: Db,
  cells: string[],
  columns: (ImportField | null)[],
  line: number,
  seen: Map<string, number>,
  dryRun: boolean,
  act: Act,
): ImportOutcome['rows'][number] {
  const row = readImportRow(cells, columns, line)
  const result = (
    result: 'added' | 'held' | 'bad',
    name: string,
    why: string,
    more: Partial<ImportOutcome['rows'][number]> = {},
  ) => ({ line, result, name, why, cells, carrierId: null, verdict: null, shares: [], ...more })
  if ('problem' in row) return result('bad', '', row.problem)
  const record = findRecord(db, row)
  if ('why' in record) return result('bad', row.name ?? '', record.why)
  const before = seen.get(record.dotNumber)
  if (before) return result('bad', record.legalName, `The same carrier as in line ${before}`)
  seen.set(record.dotNumber, line)
  if (dryRun) {
    const held = db.select({ id: carrier.id }).from(carrier).where(eq(carrier.dotNumber, record.dotNumber)).get()
    return held
      ? result('held', record.legalName, 'Already with us', { carrierId: held.id })
      : result('added', record.legalName, differs(row, record.legalName, record.tradeName))
  }
  const added = addRecord(db, record, {
    ...act,
    fresh: true,
    source: 'an imported list',
    ...(row.equipment ? { equipment: row.equipment } : {}),
  })
  if ('refusal' in added)
    return added.refusal.code === 'already_held'
      ? result('held', record.legalName, 'Already with us', { carrierId: added.refusal.carrierId ?? null })
      : result('bad', record.legalName, added.refusal.message)
  if (row.contact) {
    const given = row.contact
    inTransaction(db, () =>
      db
        .insert(contact)
        .values({ carrierId: added.carrierId, ...given, role: 'dispatch', addedAt: act.now, addedBy: act.by.name })
        .run(),
    )
  }
  return result('added', record.legalName, differs(row, record.legalName, record.tradeName), {
    carrierId: added.carrierId,
    verdict: added.verdict.verdict,
    shares: added.duplicates.map((each) => each.name),
  })
}

/** A name that is not the register's is reported: the number may be another's. */
const differs = (row: ImportRow, legal: string, trade: string | null) =>
  row.name && !sameName(row.name, legal) && !(trade && sameName(row.name, trade)) ? `The list calls it ${row.name}` : ''

function findRecord(db: Db, row: ImportRow) {
  const byDot = row.dot
    ? db.select().from(registerRecord).where(eq(registerRecord.dotNumber, row.dot)).get()
    : undefined
  const byMc = row.mc ? db.select().from(registerRecord).where(eq(registerRecord.mcNumber, row.mc)).get() : undefined
  if (byDot && byMc && byDot.dotNumber !== byMc.dotNumber)
    return { why: `DOT ${row.dot} is ${byDot.name}, MC ${row.mc} is ${byMc.name}` }
  if (row.dot && !byDot) return { why: `The register knows no DOT ${row.dot}` }
  const found = byDot ?? byMc
  return found ? found.record : { why: `The register knows no MC ${row.mc}` }
}
