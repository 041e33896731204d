import type { Refusal } from '../decision/refusal'

/** Makes, changes or removes a fuel table. */
export type FuelTableCommand = { kind: 'save'; name: string } | { kind: 'remove' }

export interface FuelTableFacts {
  name: string
  /** Another table's name, in whatever case. */
  isNameTaken: boolean
  /** Customers that pay by it. */
  usedBy: string[]
}

export type FuelTableEvent =
  | { kind: 'fuel_table_added'; table: string }
  | { kind: 'fuel_table_changed'; table: string }
  | { kind: 'fuel_table_removed'; table: string }

/** Every way a command on a fuel table can be refused, with its sentence. */
export const fuelTableRefusals = {
  name_taken: ({ name }: { name: string }) => `There is a table ${name} already.`,
  no_such_table: () => 'There is no such table.',
  table_in_use: ({ usedBy }: { usedBy: string[] }) =>
    `${usedBy.slice(0, 3).join(', ')}${usedBy.length > 3 ? ' and others' : ''} pay by it.`,
}
type Decision = { events: FuelTableEvent[] } | { refusal: Refusal<keyof typeof fuelTableRefusals> }

/** What a command on a fuel table does; one that a customer pays by is not removed. */
export function decideFuelTable({ name, isNameTaken, usedBy }: FuelTableFacts, command: FuelTableCommand): Decision {
  if (command.kind === 'remove')
    return usedBy.length > 0
      ? { refusal: { code: 'table_in_use', facts: { usedBy } } }
      : { events: [{ kind: 'fuel_table_removed', table: name }] }
  if (isNameTaken) return { refusal: { code: 'name_taken', facts: { name: command.name } } }
  return { events: [{ kind: 'fuel_table_changed', table: command.name }] }
}

/** Whether a table can be made under a name. */
export const decideNewFuelTable = (
  { isNameTaken }: Pick<FuelTableFacts, 'isNameTaken'>,
  { name }: { name: string },
): Decision =>
  isNameTaken
    ? { refusal: { code: 'name_taken', facts: { name } } }
    : { events: [{ kind: 'fuel_table_added', table: name }] }

const did: Record<FuelTableEvent['kind'], string> = {
  fuel_table_added: 'added',
  fuel_table_changed: 'changed',
  fuel_table_removed: 'removed',
}

/** One event of a fuel table as people read it, without who and when. */
export const fuelTableLogWords = ({ kind, table }: FuelTableEvent): string => `Fuel table ${table} ${did[kind]}`
