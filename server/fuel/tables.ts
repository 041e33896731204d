import { and, asc, eq, ne, sql } from 'drizzle-orm'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import {
  decideFuelTable,
  decideNewFuelTable,
  type FuelTableCommand,
  type FuelTableEvent,
  type FuelTableFacts,
  fuelTableRefusals,
} from '#core/fuel/decide'
import type { FuelTable } from '#core/fuel/fuel'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Creation, commandOf, create, type Refused, run, type Subject } from '#server/kernel/run'
import { customer, fuelTable } from '#server/schema'

type ServerCommand =
  | (FuelTableCommand & { kind: 'save' } & { table: FuelTable })
  | (FuelTableCommand & { kind: 'remove' })

const words = (refusal: Refusal) => refusalWords(fuelTableRefusals, refusal as Refusal<keyof typeof fuelTableRefusals>)

/** Decisions about a fuel table. */
const subject: Subject<'fuel_table', FuelTableFacts, ServerCommand, FuelTableEvent> = {
  aggregate: 'fuel_table',
  read: readFacts,
  decide: decideFuelTable,
  apply: (db, id, { kind }, context) => {
    const row = eq(fuelTable.id, id)
    if (kind === 'fuel_table_removed') db.delete(fuelTable).where(row).run()
    else db.update(fuelTable).set(commandOf(context, 'save').table).where(row).run()
  },
  words,
  missing: refused(fuelTableRefusals, 'no_such_table').refusal,
}

const creation: Creation<'fuel_table', { isNameTaken: boolean }, FuelTable, FuelTableEvent> = {
  aggregate: 'fuel_table',
  read: (db, { name }) => ({ isNameTaken: isNameTaken(db, name, 0) }),
  decide: decideNewFuelTable,
  insert: (db, table) => db.insert(fuelTable).values(table).returning({ id: fuelTable.id }).get().id,
  words,
}

/** Every fuel table with how many customers pay by it. */
export function listFuelTables(db: Db) {
  const users = sql<number>`(select count(*) from customer where customer.fuel_table_id = ${sql.raw('fuel_table.id')})`
  return db
    .select({
      id: fuelTable.id,
      name: fuelTable.name,
      baseE3: fuelTable.baseE3,
      stepE3: fuelTable.stepE3,
      basis: fuelTable.basis,
      addE4: fuelTable.addE4,
      begunStepCounts: fuelTable.begunStepCounts,
      customers: users,
    })
    .from(fuelTable)
    .orderBy(asc(fuelTable.name))
    .all()
}

export type ListedFuelTable = ReturnType<typeof listFuelTables>[number]

/** Makes a fuel table (`id` is null), or changes one: what was quoted before keeps its own figures. */
export function saveFuelTable(db: Db, id: number | null, table: FuelTable, act: Act): { id: number } | Refused {
  if (id === null) return create(db, creation, table, act)
  const ran = run(db, subject, id, { kind: 'save', name: table.name, table }, act)
  return 'refusal' in ran ? ran : { id }
}

/** Removes a table nobody pays by. */
export function removeFuelTable(db: Db, id: number, act: Act): { removed: number } | Refused {
  const ran = run(db, subject, id, { kind: 'remove' }, act)
  return 'refusal' in ran ? ran : { removed: id }
}

function readFacts(db: Db, id: number, _: Act, command: ServerCommand | null): FuelTableFacts | null {
  const row = db.select({ name: fuelTable.name }).from(fuelTable).where(eq(fuelTable.id, id)).get()
  if (!row) return null
  return {
    name: row.name,
    isNameTaken: command?.kind === 'save' && isNameTaken(db, command.name, id),
    usedBy: db
      .select({ name: customer.name })
      .from(customer)
      .where(eq(customer.fuelTableId, id))
      .limit(4)
      .all()
      .map(({ name }) => name),
  }
}

const isNameTaken = (db: Db, name: string, besides: number): boolean =>
  db
    .select({ id: fuelTable.id })
    .from(fuelTable)
    .where(and(eq(fuelTable.name, name), ne(fuelTable.id, besides)))
    .get() !== undefined
