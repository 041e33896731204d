import { Link } from 'react-router'
import { dayWords } from '#core/time/words'
import type { FoundChain } from '#server/search/chains'

const width = 220

/** Two or three loads in a row that bring a truck home, the best paid for each mile driven first; drawn as its reach, to one scale. */
export function ChainList({ chains }: { chains: FoundChain[] }) {
  const longest = Math.max(...chains.map(({ miles }) => miles))
  return (
    <section aria-label="Chains home" className="border-b px-4 py-1">
      <h2 className="label">Two or three loads in a row, and home</h2>
      <ol>
        {chains.map((chain) => (
          <li
            key={chain.legs.map(({ key }) => key).join(' ')}
            className="grid grid-cols-[220px_minmax(0,1fr)_auto] items-center gap-3"
          >
            <ChainLine chain={chain} longest={longest} />
            <span className="truncate">
              {chain.legs.map(({ key, words, ownLoadId, company }, at) => (
                <span key={key}>
                  {at > 0 && <span className="label">, then </span>}
                  {ownLoadId === null ? (
                    <span title={company}>{words}</span>
                  ) : (
                    <Link to={`/loads/${ownLoadId}`} className="link font-semibold">
                      {words}
                    </Link>
                  )}
                </span>
              ))}
            </span>
            <span className="text-right whitespace-nowrap">
              <b>${chain.payPerMile.toFixed(2)}</b> a mile driven{' '}
              <span className="label">
                ${chain.pay.toLocaleString('en-US')}, {chain.emptyMiles.toLocaleString('en-US')} of{' '}
                {chain.miles.toLocaleString('en-US')} mi empty, home {dayWords(chain.homeOn)}
              </span>
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}

function ChainLine({ chain: { parts, miles, emptyMiles }, longest }: { chain: FoundChain; longest: number }) {
  const scale = (width - 8) / Math.max(1, longest)
  const starts = parts.map((_, at) => 4 + parts.slice(0, at).reduce((sum, part) => sum + part, 0) * scale)
  return (
    <svg width={width} height={16} role="img" aria-label={`${miles} miles, ${emptyMiles} of them empty`}>
      {parts.map((part, at) => {
        const isEmpty = at % 2 === 0
        return (
          <line
            key={at}
            x1={starts[at]}
            x2={starts[at]! + part * scale}
            y1={8}
            y2={8}
            stroke={isEmpty ? 'var(--second-ink)' : 'var(--ink)'}
            strokeWidth={isEmpty ? 1.2 : 2.2}
            strokeDasharray={isEmpty ? '3 3' : undefined}
          />
        )
      })}
      {starts.map((start, at) => (
        <circle key={at} cx={start} cy={8} r={2.4} fill="var(--ink)" />
      ))}
    </svg>
  )
}
