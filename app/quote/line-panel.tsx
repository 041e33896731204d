import { Link } from 'react-router'
import { deskWords } from '#core/money/exchange'
import { type Currency, formatAmount, formatMoney } from '#core/money/money'
import type { CellName, Cells } from '#core/quote/quote'
import { cellWords } from '#core/quote/words'
import { reasons } from '#core/rates/account'
import { bandWords, reasonWords } from '#core/rates/words'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { LineInsight } from '#server/quote/insight'
import type { QuotePage } from '#server/quote/read'
import { Field } from '../ui/field'
import { LinkButton } from '../ui/link-button'
import { useFetched } from '../ui/use-fetched'
import { PriorQuote } from './prior-quote'
import type { ScreenLine } from './screen-lines'
import { WinCurve } from './win-curve'

interface PanelProps {
  quoteId: number
  currency: Currency
  line: ScreenLine | null
  now: number
  zone: string
  mayEdit: boolean
  onType: (cells: Cells) => void
  others: QuotePage['others']
}

/** What is behind the chosen line: what is wrong with it, how its price is made, the chance to win, and what was quoted before. */
export function LinePanel({ quoteId, currency, line, now, zone, mayEdit, onType, others }: PanelProps) {
  const insight = useInsight(quoteId, line)
  return (
    <section
      aria-label="The chosen line"
      className="grid h-[212px] shrink-0 grid-cols-[1.15fr_1fr_1.1fr] gap-6 overflow-hidden border-t border-strong bg-sheet px-4 py-2"
    >
      {line ? (
        <>
          <Making
            key={line.key}
            line={line}
            currency={currency}
            insight={insight}
            now={now}
            mayEdit={mayEdit}
            onType={onType}
          />
          <Winning line={line} currency={currency} insight={insight} mayEdit={mayEdit} onType={onType} />
          <Before insight={insight} zone={zone} others={others} />
        </>
      ) : (
        <>
          <p className="label col-span-2 self-center">
            Type an origin and a destination: miles, likely cost and price appear beside them at once. Or copy rows in a
            spreadsheet and paste them here with <kbd className="key">Ctrl+v</kbd>.
          </p>
          <Before insight={null} zone={zone} others={others} />
        </>
      )}
    </section>
  )
}

/** What is known of a line beyond its figures, read once it rests under the cursor. */
function useInsight(quoteId: number, line: ScreenLine | null): LineInsight | null {
  const isPriced = line && line.id > 0 && !line.busy && line.miles !== null
  return useFetched<LineInsight>(isPriced ? `/quotes/${quoteId}/lines/${line.id}` : null, {
    restMs: 140,
    version: line && `${line.pricedAt}/${line.sellMinor}/${line.equipment}`,
  }).data
}

const sideCells: CellName[] = ['commodity', 'extras', 'comment']
const hints: Partial<Record<CellName, string>> = {
  extras: 'tarp 75, lumper 150',
  comment: 'shown to the customer',
  commodity: 'what it is',
}

function Making({
  line,
  currency,
  insight,
  now,
  mayEdit,
  onType,
}: {
  line: ScreenLine
  currency: Currency
  insight: LineInsight | null
  now: number
  mayEdit: boolean
  onType: (cells: Cells) => void
}) {
  const account = insight?.account
  const moving = account
    ? reasons
        .filter((reason) => reason !== 'distance' && Math.abs(account[reason]) >= 1500)
        .sort((one, other) => Math.abs(account[other]) - Math.abs(account[one]))
        .slice(0, 4)
    : []
  return (
    <div className="flex min-w-0 flex-col gap-1 overflow-y-auto">
      {line.problems.map((problem) => (
        <p key={problem.cell} className="text-bill">
          {cellWords[problem.cell]}: {problem.message}
          {problem.candidates.length > 0 && mayEdit && (
            <span className="ml-2 inline-flex flex-wrap gap-x-2">
              {problem.candidates.slice(0, 5).map((candidate) => (
                <LinkButton key={candidate} onClick={() => onType({ [problem.cell]: candidate })}>
                  {candidate}
                </LinkButton>
              ))}
            </span>
          )}
        </p>
      ))}
      {line.sellMinor !== null && (
        <p>
          <b className="font-mono text-base font-semibold">{formatMoney(line.sellMinor, currency)}</b>{' '}
          {line.by && <span>{deskWords(line.deskSellMinor ?? 0, line.by)} </span>}
          <span className="label">
            {line.fuelMinor
              ? `line haul ${formatAmount(line.lineHaulMinor ?? 0)}, fuel ${formatAmount(line.fuelMinor)}`
              : 'fuel in it'}
            {line.extrasMinor > 0 && `, extras ${formatAmount(line.extrasMinor)}`}
            {line.own ? '; typed, the rule would not ask it' : '; by the margin rule'}
          </span>
        </p>
      )}
      {line.band && (
        <p>
          <span className="label">cost</span> <span className="font-mono">{formatMoney(line.band.middleMinor)}</span>{' '}
          <span className="label">
            ({formatAmount(line.band.lowMinor)} to {formatAmount(line.band.highMinor)}), {bandWords(line.band, now)}
          </span>
        </p>
      )}
      {account && (
        <p className="label">
          {insight.middleMinor !== null &&
            insight.middleMinor !== line.band?.middleMinor &&
            `Asked for now it is ${formatAmount(insight.middleMinor)}: `}
          {formatAmount(account.distance)} for the miles
          {moving
            .map(
              (reason) =>
                `, ${account[reason] < 0 ? '−' : '+'}${formatAmount(Math.abs(account[reason]))} ${reasonWords[reason]}`,
            )
            .join('')}
        </p>
      )}
      <div className="mt-auto grid grid-cols-3 gap-2">
        {sideCells.map((cell) => (
          <SideField key={cell} cell={cell} line={line} mayEdit={mayEdit} onType={onType} />
        ))}
      </div>
    </div>
  )
}

function SideField({
  cell,
  line,
  mayEdit,
  onType,
}: {
  cell: CellName
  line: ScreenLine
  mayEdit: boolean
  onType: (cells: Cells) => void
}) {
  const standing = line.cells[cell] ?? ''
  const save = (text: string) => text.trim() !== standing && onType({ [cell]: text.trim() })
  return (
    <Field
      key={standing}
      label={cellWords[cell]}
      placeholder={hints[cell]}
      defaultValue={standing}
      disabled={!mayEdit || line.state === 'won' || line.state === 'lost'}
      error={line.problems.find((problem) => problem.cell === cell) ? ' ' : undefined}
      onBlur={(event) => save(event.target.value)}
      onKeyDown={(event) => event.key === 'Enter' && save(event.currentTarget.value)}
    />
  )
}

const percent = (share: number) => `${Math.round(share * 100)}%`

function Winning({
  line,
  currency,
  insight,
  mayEdit,
  onType,
}: {
  line: ScreenLine
  currency: Currency
  insight: LineInsight | null
  mayEdit: boolean
  onType: (cells: Cells) => void
}) {
  const win = insight?.win
  const asked = line.sellMinor === null ? null : (line.lineHaulMinor ?? 0) + (line.fuelMinor ?? 0)
  return (
    <div className="min-w-0">
      <h2 className="head">Chance to win it</h2>
      {!win && (
        <p className="label">
          {line.miles === null || line.problems.length > 0 ? 'Once the line is complete.' : 'Reckoning…'}
        </p>
      )}
      {win && 'tooFew' in win && <p className="label">{win.tooFew}.</p>}
      {win && 'best' in win && (
        <>
          <WinCurve win={win} askedMinor={asked} currency={currency} />
          <p>
            {win.now && (
              <>
                <b className="font-semibold">{percent(win.now.middle)}</b>{' '}
                <span className="label">
                  as asked ({percent(win.now.low)} to {percent(win.now.high)}).{' '}
                </span>
              </>
            )}
            <span className="text-dusk">
              Highest average margin at{' '}
              <b className="font-mono font-semibold">{formatMoney(win.best.priceMinor, currency)}</b>
            </span>{' '}
            <span className="label">
              (somewhere from {formatAmount(win.best.lowMinor)} to {formatAmount(win.best.highMinor)}),{' '}
              {percent(win.best.chance.middle)} to win
            </span>{' '}
            {mayEdit && line.state !== 'won' && line.state !== 'lost' && win.best.priceMinor !== asked && (
              <LinkButton onClick={() => onType({ price: formatAmount(win.best.priceMinor) })}>ask that</LinkButton>
            )}
          </p>
          <p className="label">
            from {win.decided} lines won or lost, {win.ownDecided} of them theirs
          </p>
        </>
      )}
    </div>
  )
}

function Before({ insight, zone, others }: { insight: LineInsight | null; zone: string; others: QuotePage['others'] }) {
  return (
    <div className="flex min-w-0 flex-col overflow-y-auto" tabIndex={0} role="group" aria-label="Quotes before">
      {insight && (
        <>
          <h2 className="head">Quoted before on this lane</h2>
          {insight.priors.length === 0 && <p className="label">Never.</p>}
          <ul className="mb-1">
            {insight.priors.map((prior) => (
              <PriorQuote key={`${prior.quoteId}-${prior.position}`} prior={prior} zone={zone} />
            ))}
          </ul>
        </>
      )}
      <h2 className="head">Their quotes before this one</h2>
      {others.length === 0 && <p className="label">None.</p>}
      <ul>
        {others.slice(0, 8).map((other) => (
          <li key={other.id} className="grid grid-cols-[74px_56px_minmax(0,1fr)_auto] gap-2 border-b py-1">
            <span className="label">{dayWords(dayOf(toLocal(other.createdAt, zone)))}</span>
            <Link to={`/quotes/${other.id}`} className="font-mono link">
              {other.number}
            </Link>
            <span className="truncate">{other.title || (other.lines === 1 ? 'one line' : `${other.lines} lines`)}</span>
            <span className="label">
              {[other.won > 0 ? `${other.won} won` : '', other.lost > 0 ? `${other.lost} lost` : '']
                .filter(Boolean)
                .join(', ')}
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}
