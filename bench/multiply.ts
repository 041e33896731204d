import type { Db } from '#server/db.server'

const loads = 250_000
const carriers = 50_000

/** Grows a demo database to a big brokerage's: past loads and carriers are copied with shifted numbers and times. */
export function multiply(db: Db): void {
  const client = db.$client
  const columns = (table: string, ...without: string[]) =>
    (client.pragma(`table_info("${table}")`) as { name: string }[])
      .map((column) => column.name)
      .filter((name) => !without.includes(name))
  const past = client.prepare("select count(*) from load where state in ('invoiced', 'paid')").pluck().get() as number
  const times = Math.ceil(loads / past)
  const step = 1_000_000
  const copy = (table: string, change: Record<string, string>, from: string, without: string[] = []) => {
    const names = columns(table, ...without)
    const values = names.map((name) => change[name] ?? name)
    client
      .prepare(
        `insert into "${table}" (${names.map((name) => `"${name}"`).join(', ')}) select ${values.join(', ')} from ${from}`,
      )
      .run()
  }
  client.pragma('foreign_keys = OFF')
  client.transaction(() => {
    const firstCarriers = client.prepare('select count(*) from carrier').pluck().get() as number
    for (let turn = 1; turn * firstCarriers < carriers; turn++) {
      const shift = turn * 1000
      copy(
        'carrier',
        {
          id: `id + ${shift}`,
          mc_number: `'9${String(turn).padStart(3, '0')}' || id`,
          dot_number: `'9${String(turn).padStart(3, '0')}' || id`,
          name: `name || ' ${turn}'`,
          search: `search || ' ${turn}'`,
          home_cell: `home_cell + (${turn} % 40) - 20`,
        },
        `carrier where id <= ${firstCarriers}`,
      )
      copy('policy', { carrier_id: `carrier_id + ${shift}` }, `policy where carrier_id <= ${firstCarriers}`, ['id'])
    }
    for (let turn = 1; turn < times; turn++) {
      const shift = turn * step
      const earlier = `- ${turn} * 3600000 * 5`
      copy(
        'load',
        {
          id: `id + ${shift}`,
          number: `'PR-' || (id + ${shift})`,
          pickup_at: `pickup_at ${earlier}`,
          pickup_by: `pickup_by ${earlier}`,
          deliver_by: `deliver_by ${earlier}`,
          covered_at: `covered_at ${earlier}`,
          opened_at: `opened_at ${earlier}`,
          created_at: `created_at ${earlier}`,
          carrier_id: `((carrier_id + ${turn} * 7919) % 400) + 1`,
        },
        `load where id <= ${past}`,
      )
      copy(
        'event',
        { aggregate_id: `aggregate_id + ${shift}` },
        `event where aggregate = 'load' and aggregate_id <= ${past}`,
        ['id'],
      )
      for (const table of ['stop', 'charge', 'offer'])
        copy(
          table,
          { load_id: `load_id + ${shift}` },
          `"${table}" where load_id <= ${past}`,
          table === 'stop' ? [] : ['id', 'external_key'],
        )
    }
  })()
  client.exec('analyze')
}
