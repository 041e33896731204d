import { fuelSurcharge } from '#core/fuel/fuel'
import { dieselWords, fuelTableWords } from '#core/fuel/words'
import type { ListedFuelTable as Table } from '#server/fuel/tables'
import { LinkButton } from '../ui/link-button'

/** The desk's fuel tables, each with what it adds about today's diesel. */
export function FuelTables({
  tables,
  dieselE3,
  mayChange,
  onOpen,
  onRemove,
}: {
  tables: Table[]
  dieselE3: number | null
  mayChange: boolean
  onOpen: (table: Table | null) => void
  onRemove: (table: Table) => void
}) {
  return (
    <section aria-label="Fuel tables" className="flex min-h-0 flex-col overflow-y-auto px-4 py-3">
      <div className="flex items-baseline justify-between">
        <h2 className="text-base font-semibold">Fuel tables</h2>
        {mayChange && (
          <button type="button" className="button first" onClick={() => onOpen(null)}>
            New table <kbd className="key">b</kbd>
          </button>
        )}
      </div>
      {tables.length === 0 && (
        <p className="label py-4">
          None yet: every customer pays one price with fuel in it.{' '}
          {mayChange ? 'Press b for a new one.' : 'A manager can add one.'}
        </p>
      )}
      <ul>
        {tables.map((table) => (
          <li key={table.id} className="border-b py-2">
            <div className="flex items-baseline gap-3">
              <b className="font-semibold">{table.name}</b>
              <span className="label">{usersWords(table.customers)}</span>
              {mayChange && (
                <span className="ml-auto flex gap-3">
                  <LinkButton onClick={() => onOpen(table)}>Change</LinkButton>
                  {table.customers === 0 && <LinkButton onClick={() => onRemove(table)}>Remove</LinkButton>}
                </span>
              )}
            </div>
            <p className="label">{fuelTableWords(table)}</p>
            {dieselE3 !== null && <Steps table={table} dieselE3={dieselE3} />}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** The surcharge now, and a few steps to either side of it. */
function Steps({ table, dieselE3 }: { table: Table; dieselE3: number }) {
  const around = [-2, -1, 0, 1, 2].map((step) => Math.max(0, dieselE3 + step * table.stepE3))
  return (
    <ul className="mt-1 flex gap-4" aria-label="Surcharge about today’s diesel">
      {around.map((priceE3, at) => (
        <li key={at} className={`text-right font-mono ${at === 2 ? 'font-semibold' : 'text-second'}`}>
          <span className="block text-sm">{dieselWords(priceE3)}</span>
          {surchargeWords(table, priceE3)}
        </li>
      ))}
    </ul>
  )
}

function surchargeWords(table: Table, priceE3: number): string {
  const charge = fuelSurcharge(table, priceE3)
  if (!charge) return 'none'
  return table.basis === 'per_mile'
    ? `$${(charge.rateE4 / 10_000).toFixed(3)}/mi`
    : `${(charge.rateE4 / 10_000).toFixed(1)}%`
}

function usersWords(customers: number): string {
  if (customers === 0) return 'no customer uses it'
  return customers === 1 ? 'one customer pays by it' : `${customers} customers pay by it`
}
