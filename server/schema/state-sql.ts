import type { LoadState } from '#core/load/load'

/** A group of states as SQL lists it: `'covered', 'dispatched'`. */
export const inSql = ({ states }: { states: LoadState[] }): string => states.map((state) => `'${state}'`).join(', ')
