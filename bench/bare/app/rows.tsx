import { Link, useLoaderData } from 'react-router'

/** Fifty rows, made up without a database. */
export const loader = () => ({
  rows: Array.from({ length: 50 }, (_, at) => ({
    id: at + 1,
    number: `PR-${20_001 + at}`,
    lane: 'Twin Falls ID to Phoenix AZ',
    customer: 'Snowmelt Potato Growers',
    equipment: 'Reefer',
    payMinor: 200_000 + at * 1000,
  })),
})

/** A list of them, six columns wide. */
export default function Rows() {
  const { rows } = useLoaderData<typeof loader>()
  return (
    <main>
      <h1>Rows</h1>
      <ul>
        {rows.map((row) => (
          <li key={row.id} className="grid">
            <Link to={`/?row=${row.id}`}>{row.number}</Link>
            <span>{row.lane}</span>
            <span>{row.customer}</span>
            <span>{row.equipment}</span>
            <span>${row.payMinor / 100}</span>
            <span>{row.id}</span>
          </li>
        ))}
      </ul>
    </main>
  )
}
