import type { Change } from './command'
import type { LoadState } from './load'
import { delivered } from './states'

const said = ['Notes', 'Links']
const paid = ['Pay', 'Pay lines', 'Advances']

/**
 * What may still be added or changed once a load is delivered: what came up on the way, until it is billed; what the carrier is paid, until the
 * customer has paid; what is only said, always.
 */
const lateFields: Partial<Record<LoadState, readonly string[]>> = {
  delivered: [...said, ...paid, 'Sell charges', 'References'],
  paperwork_in: [...said, ...paid, 'Sell charges', 'References'],
  invoiced: [...said, ...paid],
  paid: said,
}

/** The first field of a change that comes too late for the load's state; null where all may still be changed. */
export function tooLateField(state: LoadState, changes: readonly Change[]): string | null {
  if (state !== 'cancelled' && !delivered.has(state)) return null
  const open = lateFields[state] ?? []
  return changes.find(({ field }) => !open.includes(field))?.field ?? null
}
