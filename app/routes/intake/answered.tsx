import { Link } from 'react-router'
import { formatMoney } from '#core/money/money'
import { type DeclineCode, declineReasons } from '#core/tender/reasons'
import { momentWords } from '#core/time/words'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { readAnswered } from '#server/tender/answered'
import { useLive } from '../../ui/live'
import type { Route } from './+types/answered'

export const meta: Route.MetaFunction = () => [{ title: 'Answered tenders, Oxpecker' }]

export function loader({ request }: Route.LoaderArgs) {
  const now = Date.now()
  const onlyRules = new URL(request.url).searchParams.has('rules')
  return { rows: readAnswered(database(), onlyRules), onlyRules, now, zone: officeOf(database()).zone }
}

const stateTone = { accepted: 'text-acacia', declined: '', lapsed: 'text-bill' } as Record<string, string>

export default function Answered({ loaderData }: Route.ComponentProps) {
  const { rows, onlyRules, now, zone } = loaderData
  useLive(({ aggregate }) => aggregate === 'tender')
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-baseline gap-4 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">Answered tenders</h1>
        <Link to={onlyRules ? '/intake/answered' : '/intake/answered?rules'} className="link">
          {onlyRules ? 'Those of people too' : 'Only what rules and clocks answered'}
        </Link>
        <Link to="/intake" className="ml-auto link">
          Intake
        </Link>
      </div>
      {rows.length === 0 ? (
        <p className="p-6">{onlyRules ? 'No rule has answered anything yet.' : 'Nothing was answered yet.'}</p>
      ) : (
        <div
          className="min-h-0 flex-1 overflow-y-auto"
          tabIndex={0}
          role="group"
          aria-label="Answered tenders, scrollable"
        >
          <table className="w-full">
            <thead className="label sticky top-0 bg-plain text-left">
              <tr>
                {['When', 'Shipment', 'Customer', 'Lane', 'Charge', 'Margin then', 'Answer', 'By', 'Load'].map(
                  (head) => (
                    <th key={head} className="border-b px-2 py-1 font-normal first:pl-4">
                      {head}
                    </th>
                  ),
                )}
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={row.id} className="border-b">
                  <td className="px-2 py-1 pl-4 whitespace-nowrap">{momentWords(row.answeredAt, now, zone)}</td>
                  <td className="px-2 font-mono">
                    {row.documentId === null ? (
                      row.shipmentId
                    ) : (
                      <Link className="link" to={`/exchange?document=${row.documentId}`}>
                        {row.shipmentId}
                      </Link>
                    )}
                  </td>
                  <td className="px-2">{row.customerName}</td>
                  <td className="px-2">{row.lane}</td>
                  <td className="px-2 text-right">
                    {row.chargeMinor === null ? '' : formatMoney(Math.round(row.chargeMinor / 100) * 100)}
                  </td>
                  <td className="px-2 text-right">{row.margin ? `${row.margin.percent}%` : ''}</td>
                  <td className={`px-2 ${stateTone[row.state] ?? ''}`}>
                    {row.purpose === 'original' ? '' : `${row.purpose} `}
                    {row.state}
                    {row.reasonCode && (
                      <span className="label"> {declineReasons[row.reasonCode as DeclineCode]?.toLowerCase()}</span>
                    )}
                  </td>
                  <td className="px-2">{row.byRule ? `“${row.answeredBy}”` : row.answeredBy}</td>
                  <td className="px-2 font-mono">
                    {row.loadId !== null && (
                      <Link className="link" to={`/loads/${row.loadId}`}>
                        {row.loadNumber}
                      </Link>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </main>
  )
}
