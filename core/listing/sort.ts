import { z } from 'zod'

/** By which column a list is sorted, and which way. */
export interface Sort<Column extends string = string> {
  column: Column
  direction: 'ascending' | 'descending'
}

/** A sort as the address bar writes it: the column's name, with a minus before it for descending. */
export const sortText = ({ column, direction }: Sort): string => (direction === 'descending' ? `-${column}` : column)

/** A schema for the `sort` of an address: a sort by one of the columns; anything else is the usual sort. */
export const sortSchema = <Column extends string>(columns: readonly [Column, ...Column[]], usual: Sort<Column>) => {
  const column = z.enum(columns)
  return z
    .string()
    .transform((text, context): Sort<Column> => {
      const named = column.safeParse(text.replace(/^-/, ''))
      if (named.success)
        return { column: named.data as Column, direction: text.startsWith('-') ? 'descending' : 'ascending' }
      context.addIssue({ code: 'custom', message: 'There is no such column' })
      return z.NEVER
    })
    .catch(usual)
    .default(usual)
}

/** The sort that a click on a column's head asks for: turned around where it is sorted by already, else the way this column is usually read. */
export function sortAfter<Column extends string>(
  current: Sort<Column>,
  column: Column,
  usual: Sort['direction'],
): Sort<Column> {
  if (current.column !== column) return { column, direction: usual }
  return { column, direction: current.direction === 'ascending' ? 'descending' : 'ascending' }
}
