import { formatMoney } from '#core/money/money'
import { LinkButton } from '../ui/link-button'
import type { Guide } from './use-guide'

/** What the guide covers and costs as it is chosen now. */
export function GuideLine({ guide }: { guide: Guide }) {
  const { lanes, covered, enough, costMinor, likelyMinor } = guide.coverage
  return (
    <p className="sticky top-0 z-10 flex items-baseline gap-4 border-b border-strong bg-sheet px-4 py-2" role="status">
      <span>
        <b>
          {covered} of {lanes}
        </b>{' '}
        {lanes === 1 ? 'lane' : 'lanes'} covered, {enough} with enough trucks
      </span>
      {costMinor !== null && (
        <span>
          <b>{formatMoney(costMinor)}</b> for the period{likelyMinor !== null && `, ${against(costMinor, likelyMinor)}`}
        </span>
      )}
      <LinkButton className="ml-auto" onClick={guide.takeCheapest}>
        Cheapest first on every lane
      </LinkButton>
    </p>
  )
}

/** How a cost stands against the likely one: `$9,300 below likely cost`. */
function against(costMinor: number, likelyMinor: number): string {
  const over = costMinor - likelyMinor
  if (over === 0) return 'as likely'
  return `${formatMoney(Math.abs(over))} ${over < 0 ? 'below' : 'above'} likely cost`
}
