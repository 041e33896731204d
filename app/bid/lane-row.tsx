import { guideDepth } from '#core/bid/bid'
import { formatAmount } from '#core/money/money'
import type { ProjectLane, ProjectPage } from '#server/bid/read'
import { LinkButton } from '../ui/link-button'
import { RateStrip } from '../ui/rate-strip'

const rankWords = ['First', 'Second', 'Third'] as const
/** So many bids are drawn as pegs; a strip with more cannot be read. */
const shownPegs = 12

interface LaneRowProps {
  lane: ProjectLane
  at: number
  project: ProjectPage
  /** Carriers of the guide as chosen now, first to third. */
  chosen: readonly number[]
  onChoose: ((rank: number, carrierId: number | null) => void) | null
  onRemove: (() => void) | null
  onFix: (() => void) | null
  onFocus: () => void
}

/** A lane: what it is, what it is likely to cost with every bid on it, and who hauls it. */
export function LaneRow({ lane, at, project, chosen, onChoose, onRemove, onFix, onFocus }: LaneRowProps) {
  const { position, origin, dest, problems, bids } = lane
  return (
    <li
      data-row={at}
      tabIndex={-1}
      onFocus={onFocus}
      className="grid grid-cols-[28px_minmax(0,1fr)_250px_300px] items-center gap-3 border-b px-4 py-1.5 focus:bg-chosen"
      // Rows out of sight are not laid out: a project has up to two thousand.
      style={{ contentVisibility: 'auto', containIntrinsicSize: 'auto 58px' }}
    >
      <span className="label text-right font-mono">{position}</span>
      <span className="min-w-0">
        <b className="block truncate">
          {origin} to {dest}
        </b>
        <span className="label block truncate">{factWords(lane)}</span>
        {problems.length > 0 && (
          <span className="block text-bill">{problems.map(({ message }) => message).join('. ')}</span>
        )}
      </span>
      {problems.length > 0 ? (
        <span />
      ) : (
        <RateStrip
          figures={{
            band: lane.band,
            targetPayMinor: null,
            maxPayMinor: null,
            sellMinor: 0,
            pegs: bids.slice(0, shownPegs).map(({ carrierId, carrierName, priceMinor }) => ({
              payMinor: priceMinor,
              label: carrierName,
              awarded: chosen[0] === carrierId,
            })),
          }}
        />
      )}
      {onChoose ? (
        <GuideChoice {...{ lane, chosen, onChoose }} />
      ) : (
        <span className="flex items-center justify-end gap-3 text-right">
          <span className="label">{bidWords(lane, project)}</span>
          {onFix && (
            <LinkButton onClick={onFix} aria-label={`Change lane ${position}`}>
              {problems.length > 0 ? 'Fix' : 'Change'}
            </LinkButton>
          )}
          {onRemove && (
            <LinkButton onClick={onRemove} aria-label={`Remove lane ${position}`}>
              Remove
            </LinkButton>
          )}
        </span>
      )}
    </li>
  )
}

const factWords = ({ equipment, miles, loads, weekly }: ProjectLane): string =>
  [
    equipment.toLowerCase(),
    miles === null ? '' : `${miles} mi`,
    loads === null ? 'number of loads not given' : `${loads} ${loads === 1 ? 'load' : 'loads'}, ${weekly} a week`,
  ]
    .filter(Boolean)
    .join(', ')

function bidWords({ bids, guide }: ProjectLane, { state, isHidden }: ProjectPage): string {
  if (state === 'draft' || state === 'cancelled') return ''
  if (isHidden) return 'sealed'
  if (guide.length > 0)
    return guide.map(({ carrierName, priceMinor }) => `${carrierName} ${formatAmount(priceMinor)}`).join(', ')
  return bids.length === 0 ? 'no bid' : `best ${formatAmount(bids[0]!.priceMinor)} of ${bids.length}`
}

/** Who is asked first, second, third for a load of the lane: among those that bid. */
function GuideChoice({
  lane,
  chosen,
  onChoose,
}: {
  lane: ProjectLane
  chosen: readonly number[]
  onChoose: (rank: number, carrierId: number | null) => void
}) {
  const { bids, position } = lane
  if (bids.length === 0) return <span className="text-right text-bill">no bid on this lane</span>
  const ranks = Math.min(guideDepth, bids.length)
  return (
    <span className="grid gap-1">
      {rankWords.slice(0, ranks).map((words, at) => (
        <select
          key={words}
          aria-label={`${words} on lane ${position}`}
          className="field !h-[26px] !py-0 text-sm"
          value={chosen[at] ?? ''}
          disabled={at > chosen.length}
          onChange={(event) => onChoose(at + 1, event.target.value === '' ? null : Number(event.target.value))}
        >
          <option value="">{words.toLowerCase()}: nobody</option>
          {bids.map(({ carrierId, carrierName, priceMinor, weeklyLoads }) => (
            <option key={carrierId} value={carrierId}>
              {at + 1}. {carrierName} {formatAmount(priceMinor)}
              {weeklyLoads === null ? '' : `, ${weeklyLoads} a week`}
            </option>
          ))}
        </select>
      ))}
    </span>
  )
}
