import { momentWords } from '#core/time/words'
import type { Health } from '#server/health/read'
import { FactList } from '../ui/fact-list'

interface ThreadsProps {
  threads: Health['threads']
  now: number
  zone: string
}

/** What works beside the requests, on threads of its own. */
export function Threads({ threads: { draw, read, rates }, now, zone }: ThreadsProps) {
  return (
    <section aria-labelledby="threads">
      <h2 id="threads" className="head">
        Beside the requests
      </h2>
      <FactList
        facts={{
          'Drawing PDFs': poolWords(draw),
          'Reading files': poolWords(read),
          Rates: ratesWords(rates, now, zone),
        }}
      />
    </section>
  )
}

const poolWords = ({ threads, waiting, done }: Health['threads']['draw']): string =>
  `${threads > 0 ? 'awake' : 'asleep'}, ${waiting} waiting, ${done.toLocaleString('en-US')} done`

function ratesWords(rates: Health['threads']['rates'], now: number, zone: string): string {
  if (rates.state === 'none') return 'not fitted yet'
  if (rates.state === 'fitting') return `fitting, ${Math.round(rates.progress * 100)}% done`
  if (rates.state === 'failed') return `failed: ${rates.message}`
  return `fitted ${momentWords(rates.fittedAt, now, zone)} from ${rates.prices.toLocaleString('en-US')} prices`
}
