import { convertedWords, deskCurrency } from '#core/money/exchange'
import { type Currency, formatAmount } from '#core/money/money'
import { bandWords } from '#core/rates/words'
import type { LoadPage } from '#server/load-page/read'
import { marginWords } from '../load-form/findings'
import { pegColor, type StripFigures, stripRange, stripWords } from '../ui/rate-strip'
import { TakeLineDrawing, WaitingWords } from './take-line'

const size = { width: 600, height: 132, left: 14, right: 586, band: 44, tall: 24, axis: 94 }

/** What the rate strip draws of a load. */
export function figuresOf(page: LoadPage): StripFigures {
  const { load, offers } = page
  return {
    band: page.band,
    targetPayMinor: load.targetPayMinor,
    maxPayMinor: load.maxPayMinor,
    sellMinor: load.sellMinor,
    pegs: offers
      .filter((offer) => offer.state === 'open' || offer.state === 'awarded')
      .map((offer) => ({ payMinor: offer.payMinor, label: offer.carrierName, awarded: offer.state === 'awarded' })),
  }
}

/** The large rate strip: what the lane is likely to cost, our limits and sell price, every live offer a peg. */
export function RatePanel({
  page,
  now,
  zone,
  onPicture,
}: {
  page: LoadPage
  now: number
  zone: string
  onPicture: () => void
}) {
  const figures = figuresOf(page)
  const range = stripRange(figures, true)
  const { load } = page
  return (
    <section aria-label="Rate strip" className="border-b px-4 pt-2 pb-1.5">
      <div className="flex justify-between">
        <h2 className="head">Rate strip, $</h2>
        <span>
          <span className="label">{bandWords(page.band, now)}</span>{' '}
          <button type="button" onClick={onPicture} className="pl-2 text-dusk">
            <kbd className="key">r</kbd> why
          </button>
        </span>
      </div>
      {range ? (
        <LargeStrip figures={figures} range={range} />
      ) : (
        <p className="label py-6">Nothing to go by yet: no history near this lane and no sell charge.</p>
      )}
      {range && page.plan && (
        <TakeLineDrawing plan={page.plan} range={range} maxPayMinor={load.maxPayMinor} now={now} zone={zone} />
      )}
      <p className="flex flex-wrap gap-x-4">
        {page.plan && (
          <WaitingWords
            plan={page.plan}
            maxPayMinor={load.maxPayMinor}
            targetPayMinor={load.targetPayMinor}
            now={now}
            zone={zone}
          />
        )}
        {load.targetPayMinor !== null && load.maxPayMinor !== null && load.sellMinor > 0 ? (
          <>
            <span>
              <span className="label">at target</span> {marginWords(load.sellMinor, load.targetPayMinor)}
            </span>
            <span>
              <span className="label">at max</span> {marginWords(load.sellMinor, load.maxPayMinor)}
            </span>
            {load.payMinor !== null && (
              <span>
                <span className="label">as agreed</span> <b>{marginWords(load.sellMinor, load.payMinor)}</b>
              </span>
            )}
          </>
        ) : (
          <span className="label">No margin yet: set limits with l, the sell price with e.</span>
        )}
        <Turned
          words="sold for"
          amountMinor={load.soldMinor}
          currency={load.currency}
          deskMinor={load.sellMinor}
          rateE6={load.sellRateE6}
          day={load.sellRateDay}
        />
        {load.payMinor !== null && load.agreedMinor !== null && (
          <Turned
            words="agreed"
            amountMinor={load.agreedMinor}
            currency={load.payCurrency}
            deskMinor={load.payMinor}
            rateE6={load.payRateE6}
            day={load.payRateDay}
          />
        )}
      </p>
    </section>
  )
}

/** A sum of another currency than the desk's, and the dated rate by which it is compared here. */
function Turned({
  words,
  amountMinor,
  currency,
  deskMinor,
  rateE6,
  day,
}: {
  words: string
  amountMinor: number
  currency: Currency
  deskMinor: number
  rateE6: number | null
  day: string | null
}) {
  if (currency === deskCurrency || rateE6 === null || day === null) return null
  return (
    <span>
      <span className="label">{words}</span>{' '}
      {convertedWords({ amountMinor, currency }, { amountMinor: deskMinor, by: { rateE6, day } })}
    </span>
  )
}

function LargeStrip({ figures, range }: { figures: StripFigures; range: { low: number; high: number } }) {
  const x = (minor: number) => size.left + ((minor - range.low) / (range.high - range.low)) * (size.right - size.left)
  const { band, pegs } = figures
  const marks = [
    { minor: figures.targetPayMinor, words: 'target', color: 'var(--dusk)' },
    { minor: figures.maxPayMinor, words: 'max', color: 'var(--ink)' },
    { minor: figures.sellMinor > 0 ? figures.sellMinor : null, words: 'sell', color: 'var(--second-ink)' },
  ].flatMap((mark) => (mark.minor === null ? [] : [{ ...mark, minor: mark.minor, x: x(mark.minor) }]))
  return (
    <svg
      viewBox={`0 0 ${size.width} ${size.height}`}
      className="block w-full"
      role="img"
      aria-label={stripWords(figures)}
    >
      {band && (
        <>
          <rect
            x={x(band.lowMinor)}
            width={Math.max(1, x(band.highMinor) - x(band.lowMinor))}
            y={size.band}
            height={size.tall}
            fill="var(--grain)"
          />
          <rect
            x={x(inner(band.lowMinor, band.middleMinor))}
            width={Math.max(1, x(inner(band.highMinor, band.middleMinor)) - x(inner(band.lowMinor, band.middleMinor)))}
            y={size.band}
            height={size.tall}
            fill="var(--grain-inner)"
          />
          <rect
            x={x(band.middleMinor) - 1.25}
            width={2.5}
            y={size.band - 4}
            height={size.tall + 8}
            fill="var(--grain-middle)"
          />
        </>
      )}
      {spread(marks, 78).map((mark) => (
        <g key={mark.words}>
          <text x={mark.at} y={16} textAnchor="middle" fill={mark.color} className="text-[12px] font-semibold">
            {mark.words} {formatAmount(mark.minor)}
          </text>
          <path
            d={`M${mark.at} 21L${mark.x} 31V${size.band + size.tall + 4}`}
            fill="none"
            stroke={mark.color}
            strokeWidth={1.6}
          />
        </g>
      ))}
      <line x1={0} x2={size.width} y1={size.axis} y2={size.axis} stroke="var(--strong-line)" />
      {moneyTicks(range).map((minor) => (
        <g key={minor}>
          <line x1={x(minor)} x2={x(minor)} y1={size.axis} y2={size.axis + 4} stroke="var(--second-ink)" />
          <text x={x(minor)} y={size.axis + 17} textAnchor="middle" className="fill-second font-mono text-[11px]">
            {formatAmount(minor)}
          </text>
        </g>
      ))}
      {pegs.toReversed().map((peg, index) => (
        <g key={`${peg.label}-${index}`} stroke={pegColor(peg.payMinor, figures.maxPayMinor)} strokeWidth={2}>
          <line x1={x(peg.payMinor)} x2={x(peg.payMinor)} y1={size.band - 2} y2={size.axis - 14} />
          <circle
            cx={x(peg.payMinor)}
            cy={size.axis - 9}
            r={5.5}
            fill={peg.awarded ? pegColor(peg.payMinor, figures.maxPayMinor) : 'var(--plain)'}
          />
        </g>
      ))}
      <PegNames pegs={pegs} x={x} />
    </svg>
  )
}

/** The best few offers are named under their pegs, as far as the names do not run into one another. */
function PegNames({ pegs, x }: { pegs: StripFigures['pegs']; x: (minor: number) => number }) {
  let end = 0
  return pegs
    .toSorted((one, other) => one.payMinor - other.payMinor)
    .map((peg, index) => {
      const words = peg.label.split(' ').slice(0, 2).join(' ')
      const half = words.length * 3.1
      const at = Math.min(Math.max(x(peg.payMinor), half + 2), size.width - half - 2)
      if (at - half < end) return null
      end = at + half + 8
      return (
        <text
          key={`${peg.label}-${index}`}
          x={at}
          y={size.height - 6}
          textAnchor="middle"
          className="fill-ink text-[11px] font-semibold"
        >
          {words}
        </text>
      )
    })
}

const inner = (edge: number, middle: number) => middle + (edge - middle) * 0.5

/** Moves labels apart that would overlap, keeping their order. */
function spread<T extends { x: number }>(marks: T[], room: number): (T & { at: number })[] {
  const placed = marks.toSorted((one, other) => one.x - other.x).map((mark) => ({ ...mark, at: mark.x }))
  for (let index = 1; index < placed.length; index++)
    placed[index]!.at = Math.max(placed[index]!.at, placed[index - 1]!.at + room)
  for (let index = placed.length - 1; index >= 0; index--) {
    const limit = index === placed.length - 1 ? size.width - room / 2 : placed[index + 1]!.at - room
    placed[index]!.at = Math.max(room / 2, Math.min(placed[index]!.at, limit))
  }
  return placed
}

function moneyTicks(range: { low: number; high: number }): number[] {
  const step =
    [2500, 5000, 10_000, 20_000, 25_000, 50_000, 100_000, 200_000, 500_000, 1_000_000].find(
      (each) => (range.high - range.low) / each <= 8,
    ) ?? 5_000_000
  const first = Math.ceil(range.low / step) * step
  return Array.from(
    { length: Math.max(0, Math.floor((range.high - first) / step) + 1) },
    (_, index) => first + index * step,
  )
}
