/** What of a form's fields somebody touched, against what is there now. */
export interface Edit<Fields> {
  /** The touched fields whose value is another now, as they are to be. */
  set: Partial<Fields>
  /** Touched fields that somebody else has set otherwise since the form was read. */
  conflicts: (keyof Fields & string)[]
}

const isSame = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other)

/**
 * Merges a form into what is there now, field by field: only what differs from `from`, as the form was read, is written. Two people can change one thing at
 * a time where they change different fields of it; where it is the same field, it is a conflict for the second to see.
 */
export function editOf<Fields extends object>(now: Fields, from: Fields, to: Fields): Edit<Fields> {
  const edit: Edit<Fields> = { set: {}, conflicts: [] }
  for (const field of Object.keys(to) as (keyof Fields & string)[]) {
    if (isSame(from[field], to[field]) || isSame(now[field], to[field])) continue
    if (isSame(now[field], from[field])) edit.set[field] = to[field]
    else edit.conflicts.push(field)
  }
  return edit
}

/** One changed field as its log line keeps it, in words. */
export interface FieldChange {
  field: string
  from: string
  to: string
}

/** A changed field as people read it: `Phone 208-555-0101 to 208-555-0102`. */
export const changeWords = ({ field, from, to }: FieldChange): string =>
  `${field} ${from || 'not given'} to ${to || 'not given'}`
