import { sql } from 'drizzle-orm'
import { integer } from 'drizzle-orm/sqlite-core'

/** A row's own number. */
export const id = () => integer('id').primaryKey({ autoIncrement: true })

/** UTC milliseconds. */
export const instant = (name: string) => integer(name)

export const flag = (name: string) => integer(name, { mode: 'boolean' }).notNull().default(false)

/** Values of a list as a check writes them. */
export const quoted = (values: readonly string[]) => sql.raw(values.map((value) => `'${value}'`).join(', '))
