import { getTableName, sql } from 'drizzle-orm'
import { check, customType, integer, type SQLiteColumn, text } from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { rateBases } from '#core/rates/ask'
import { isSealed, seal, unseal } from '#server/secrets/keys'

/** A row's own number. */
export const id = () => integer('id').primaryKey({ autoIncrement: true })

/** UTC milliseconds. */
export const instant = (name: string) => integer(name)

/** A yes or no, no where nothing is said. */
export const flag = (name: string) => integer(name, { mode: 'boolean' }).notNull().default(false)

/** Values of a list as a check writes them. */
export const quoted = (values: readonly string[]) => sql.raw(values.map((value) => `'${value}'`).join(', '))

/** The rate band something was priced with; all null where nothing was known. */
export const band = () => ({
  bandLowMinor: integer('band_low_minor'),
  bandMiddleMinor: integer('band_middle_minor'),
  bandHighMinor: integer('band_high_minor'),
  bandComparables: integer('band_comparables'),
  bandNewestAt: instant('band_newest_at'),
  bandBasis: text('band_basis', { enum: rateBases }),
})

/** A value kept as JSON, and parsed by its schema on the way out: what does not fit is a fault that names the column, not a surprise further on. */
export const json = <Schema extends z.ZodType>(name: string, schema: Schema) =>
  customType<{ data: z.output<Schema>; driverData: string }>({
    dataType: () => 'text',
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (text) => {
      const read = schema.safeParse(JSON.parse(text))
      if (read.success) return read.data
      throw new Error(`What is kept in ${name} does not fit: ${z.prettifyError(read.error)}`)
    },
  })(name)

/** Facts of an event, a payload: an object of anything, which its reader parses. */
export const anyFacts = z.record(z.string(), z.unknown())

/** A short text that is in the database sealed with the key outside it. What was kept before there were seals is read as it is; `sealOld` ends that. */
export const sealedText = customType<{ data: string; driverData: string }>({
  dataType: () => 'text',
  toDriver: (text) => (text === '' ? '' : seal(text)),
  fromDriver: (kept) => (isSealed(kept) ? unseal(kept) : kept),
})

/** A check for every column of a table that takes one of a list of values: what the types promise holds in the file too. */
export const enumChecks = (columns: Record<string, SQLiteColumn>) =>
  Object.values(columns)
    .filter(({ enumValues }) => enumValues !== undefined && enumValues.length > 0)
    .map((column) =>
      check(
        `${getTableName(column.table)}_${column.name}`,
        sql`${sql.identifier(column.name)} in (${quoted(column.enumValues!)})`,
      ),
    )
