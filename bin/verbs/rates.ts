import { createReadStream } from 'node:fs'
import { parse } from 'csv-parse'
import { z } from 'zod'
import { equipmentKinds } from '#core/load/load'
import { askRate } from '#core/rates/ask'
import { fitRates } from '#core/rates/fit-rates'
import { learnPrice } from '#core/rates/learn-price'
import type { PastPrice, RateQuestion } from '#core/rates/past-price'
import type { RateModel } from '#core/rates/rate-model'
import { day } from '#core/time/local'
import { locatePrefix } from '#server/rates/locate'

const number = z
  .string()
  .trim()
  .transform((text) => (text === '' ? null : Number(text.replaceAll(/[$,]/g, ''))))
  .pipe(z.number().nullable())
const instant = z
  .string()
  .trim()
  .transform((text, context) => {
    const at = Date.parse(/[zZ]|[+-]\d\d:?\d\d$/.test(text) || !text.includes('T') ? text : `${text}Z`)
    if (Number.isNaN(at)) context.addIssue({ code: 'custom', message: `not a date: ${text.slice(0, 40)}` })
    return at
  })
const postal = z.string().trim().min(3, 'not a postal code').max(10)
const subject = {
  id: z.string().min(1),
  origin_postal: postal,
  dest_postal: postal,
  equipment: z.string().trim().min(1),
  miles: number.optional().default(null),
  weight_lb: number.optional().default(null),
  pickup_date: instant,
  lead_hours: number.optional().default(null),
}
const historyRow = z.object({ ...subject, booked_at: instant, buy_usd: number })
const queryRow = z.object({ ...subject, as_of: instant, equipment: z.enum(equipmentKinds) })

const subjectOf = (row: z.infer<typeof historyRow> | z.infer<typeof queryRow>) => ({
  originPostal: row.origin_postal,
  destPostal: row.dest_postal,
  equipment: row.equipment,
  miles: row.miles,
  weightLb: row.weight_lb,
  pickupAt: row.pickup_date,
  leadHours: row.lead_hours,
})

/** The still part of the model is fitted again after so many days, or once the history has grown by this share. */
const refitDays = 30
const refitGrowth = 0.15

async function rowsOf(file: string): Promise<Record<string, string>[]> {
  const rows: Record<string, string>[] = []
  const input = file === '-' ? process.stdin : createReadStream(file)
  const parser = input.pipe(
    parse({
      columns: (names: string[]) => names.map((name) => name.trim()),
      bom: true,
      relax_column_count: true,
      skip_empty_lines: true,
    }),
  )
  input.on('error', (error: Error) => parser.destroy(error))
  for await (const row of parser) rows.push(row as Record<string, string>)
  return rows
}

/** What a model knows at an instant: it is asked in the order of time, and sees nothing booked later. */
function makeHindsight(history: PastPrice[]) {
  let model: RateModel | null = null
  let [taken, fittedAt, fittedOn] = [0, 0, 0]
  return (asOf: number): RateModel => {
    let next = taken
    while (next < history.length && history[next]!.bookedAt < asOf) next++
    if (!model || asOf - fittedAt > refitDays * day || next > fittedOn * (1 + refitGrowth) + 20) {
      model = fitRates(history.slice(0, next), { locate: locatePrefix })
      fittedAt = asOf
      fittedOn = next
    } else {
      for (const price of history.slice(taken, next)) learnPrice(model, price, locatePrefix)
    }
    taken = next
    return model
  }
}

const dollars = (minor: number) => (minor / 100).toFixed(2)

/**
 * `ox rates`: low, middle and high for each query, from the history before it. Answers in the order of the queries.
 * The exit status: 0, 1 if a query could not be answered, 2 if a file cannot be read.
 */
export async function answerRates(files: { history: string; queries: string }): Promise<number> {
  let tables: [Record<string, string>[], Record<string, string>[]]
  try {
    tables = [await rowsOf(files.history), await rowsOf(files.queries)]
  } catch (error) {
    process.stderr.write(`The history or the queries cannot be read: ${(error as Error).message}\n`)
    return 2
  }
  const history: PastPrice[] = []
  let passedOver = 0
  for (const row of tables[0]) {
    const read = historyRow.safeParse(row)
    if (read.success && read.data.buy_usd !== null)
      history.push({
        id: read.data.id,
        ...subjectOf(read.data),
        bookedAt: read.data.booked_at,
        buyMinor: Math.round(read.data.buy_usd * 100),
        source: 'buy',
        count: 1,
      })
    else passedOver++
  }
  if (passedOver > 0)
    process.stderr.write(
      `${passedOver} of ${tables[0].length} rows of the history cannot be read and were passed over.\n`,
    )
  history.sort((one, other) => one.bookedAt - other.bookedAt)
  const answers: object[] = new Array(tables[1].length)
  const asked: { at: number; id: string; question: RateQuestion }[] = []
  tables[1].forEach((row, at) => {
    const read = queryRow.safeParse(row)
    if (read.success) asked.push({ at, id: read.data.id, question: { ...subjectOf(read.data), asOf: read.data.as_of } })
    else
      answers[at] = {
        id: row.id ?? null,
        error: { code: 'bad_record', message: z.prettifyError(read.error).replaceAll('\n', ' ') },
      }
  })
  asked.sort((one, other) => one.question.asOf - other.question.asOf)
  const modelAt = makeHindsight(history)
  for (const { at, id, question } of asked) {
    const picture = askRate(modelAt(question.asOf), question, locatePrefix)
    answers[at] =
      'refusal' in picture
        ? { id, error: picture.refusal }
        : {
            id,
            p10: dollars(picture.lowMinor),
            p50: dollars(picture.middleMinor),
            p90: dollars(picture.highMinor),
            comparables: picture.comparables,
            basis: picture.basis,
          }
  }
  process.stdout.write(answers.map((answer) => `${JSON.stringify(answer)}\n`).join(''))
  return answers.some((answer) => 'error' in answer) ? 1 : 0
}
