import { Form, Link, useSearchParams } from 'react-router'
import type { ExchangeQuery } from '#server/exchange/log'
import { kindWords } from './document-view'

const kinds = ['204', '990', '214', '210', '997', 'page', 'form', 'unread']

/** What to search the exchange log for; the address holds it. */
export function SearchBar({ query, partners }: { query: ExchangeQuery; partners: { id: number; name: string }[] }) {
  const [params] = useSearchParams()
  return (
    <div className="flex items-center gap-3 border-b border-strong px-4 py-2">
      <h1 className="text-base font-semibold whitespace-nowrap">Exchange log</h1>
      <Form className="flex items-center gap-2" role="search" key={JSON.stringify(query)}>
        <input
          name="q"
          defaultValue={query.q}
          aria-label="Shipment, load or control number"
          placeholder="Shipment, load, control"
          className="field !w-52"
        />
        <select name="partner" defaultValue={query.partner ?? ''} aria-label="Partner" className="field !w-44">
          <option value="">every partner</option>
          {partners.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </select>
        <select name="kind" defaultValue={query.kind} aria-label="Kind" className="field !w-40">
          <option value="">every kind</option>
          {kinds.map((kind) => (
            <option key={kind} value={kind}>
              {kindWords(kind)}
            </option>
          ))}
        </select>
        <input type="date" name="day" defaultValue={query.day} aria-label="Day" className="field !w-36" />
        <label className="flex items-center gap-1 whitespace-nowrap">
          <input type="checkbox" name="trouble" value="1" defaultChecked={query.trouble === '1'} /> in trouble
        </label>
        <button type="submit" className="button">
          Search <kbd className="key">s</kbd>
        </button>
      </Form>
      <span className="ml-auto flex gap-4 whitespace-nowrap">
        <a href={`/exchange.csv?${params}`} className="link">
          Export
        </a>
        <Link to="/intake" className="link">
          Intake
        </Link>
      </span>
    </div>
  )
}
