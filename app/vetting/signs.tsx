import { signCodes } from '#core/vetting/signs'
import { signNames } from '#core/vetting/words'
import type { PolicyDraft } from './use-policy'

const limitWords = {
  changedDays: 'days a changed contact or payee is a sign',
  awayMiles: 'miles between where a truck is and was said to be',
  pricePercent: 'percent of the low end, below which a price is far under',
  addressCarriers: 'carriers at one address from which on it is a sign',
} as const

/** The signs of impersonation, what each weighs, and from where on it is one. */
export function Signs({ mine, edits }: { mine: PolicyDraft; edits: boolean }) {
  return (
    <section aria-labelledby="signs">
      <h2 id="signs" className="head">
        Signs, and what each weighs
      </h2>
      <ul>
        {signCodes.map((code) => (
          <li key={code} className="flex items-center justify-between gap-2 border-t">
            <label htmlFor={`sign-${code}`}>{signNames[code]}</label>
            <input
              id={`sign-${code}`}
              type="number"
              min={0}
              max={100}
              className="field !h-7 !w-16 text-right font-mono"
              value={mine.draft.signWeights[code]}
              disabled={!edits}
              onChange={(event) => mine.weigh(code, Math.min(100, Math.max(0, Number(event.target.value) || 0)))}
            />
          </li>
        ))}
        {Object.entries(limitWords).map(([name, words]) => (
          <li key={name} className="flex items-center justify-between gap-2 border-t">
            <label htmlFor={`limit-${name}`} className="label">
              {words}
            </label>
            <input
              id={`limit-${name}`}
              type="number"
              min={1}
              className="field !h-7 !w-16 text-right font-mono"
              value={mine.draft.signLimits[name as keyof typeof limitWords]}
              disabled={!edits}
              onChange={(event) => mine.limit(name, Math.max(1, Number(event.target.value) || 1))}
            />
          </li>
        ))}
      </ul>
    </section>
  )
}
