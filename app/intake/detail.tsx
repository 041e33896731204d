import { Link } from 'react-router'
import { equipmentWords, loadStateWords } from '#core/load/words'
import { milesWords } from '#core/miles/words'
import { formatMoney } from '#core/money/money'
import { bandWords } from '#core/rates/words'
import type { Margin } from '#core/tender/facts'
import { expiryWords } from '#core/tender/partner'
import type { LocalTime } from '#core/time/local'
import { dayOf, toLocal } from '#core/time/local'
import { momentWords, spanWords, windowWords, zoneWords } from '#core/time/words'
import type { TenderDetail } from '#server/tender/detail'
import { RateStrip } from '../ui/rate-strip'
import { CodeMapping } from './code-mapping'
import { MisplacedCodes } from './misplaced-codes'
import { WhoCould } from './who-could'

/** All that a tender says and comes to, beside the list. */
export function Detail({
  detail,
  now,
  zone,
  onMapped,
}: {
  detail: TenderDetail
  now: number
  zone: string
  onMapped: () => void
}) {
  const { tender, facts, margins } = detail
  return (
    <div className="flex flex-col gap-2.5 px-4 py-2">
      <header>
        <h2 className="flex flex-wrap items-baseline gap-x-3 text-base font-semibold">
          <span className="font-mono">{tender.shipmentId}</span> {purposeWords[detail.purpose]}
          {detail.practice && <b className="bg-ring px-1.5 text-sm text-[#231c14]">Test document</b>}
          <span className="label ml-auto font-normal">
            {detail.partner.name}, came {momentWords(detail.receivedAt, now, zone)}
          </span>
        </h2>
        {detail.remark && <p className="text-ring-text">{detail.remark}</p>}
        <p className="label">
          {detail.purpose !== 'cancel' &&
            `Answer by ${momentWords(detail.respondBy, now, zone)} ${zoneWords(detail.respondBy, zone)}; else ${expiryWords[detail.partner.onExpiry]}. `}
          {detail.partner.contactName} <span className="whitespace-nowrap">{detail.partner.contactPhone}</span>
        </p>
      </header>
      {detail.codes.length > 0 && (
        <section aria-label="Codes to be mapped">
          <h3 className="head">Say once what these are</h3>
          <ul>
            {detail.codes.map((code, at) => (
              <CodeMapping key={code.id} code={code} onMapped={onMapped} first={at === 0} />
            ))}
          </ul>
        </section>
      )}
      {detail.misplacedCodes.length > 0 && (
        <MisplacedCodes misplacedCodes={detail.misplacedCodes} onUnmapped={onMapped} />
      )}
      {detail.change && <ChangeView change={detail.change} cancels={detail.purpose === 'cancel'} />}
      <Stops detail={detail} now={now} />
      {detail.purpose !== 'cancel' && (
        <section aria-label="What it comes to">
          <div className="flex items-center justify-between gap-3">
            <RateStrip
              figures={{
                band: detail.band,
                targetPayMinor: null,
                maxPayMinor: null,
                sellMinor: facts.chargeMinor ?? 0,
                pegs: [],
              }}
              withSell
            />
            <span className="label text-right">{bandWords(detail.band, now)}</span>
          </div>
          <p className="flex flex-wrap gap-x-4">
            <span>
              <span className="label">charge</span>{' '}
              <b>{facts.chargeMinor === null ? 'not given' : formatMoney(facts.chargeMinor)}</b>
            </span>
            {margins && (
              <>
                <MarginWords words="at low" margin={margins.low} />
                <MarginWords words="middle" margin={margins.middle} />
                <MarginWords words="high" margin={margins.high} />
              </>
            )}
          </p>
        </section>
      )}
      {!detail.change && <WhoCould detail={detail} now={now} />}
      <Record detail={detail} />
      <Said detail={detail} />
    </div>
  )
}

const purposeWords: Record<TenderDetail['purpose'], string> = {
  original: 'Tender',
  change: 'Change',
  cancel: 'Cancellation',
  confirmation: 'Confirmation',
}

function MarginWords({ words, margin }: { words: string; margin: Margin }) {
  return (
    <span className={margin.amountMinor < 0 ? 'text-bill' : ''}>
      <span className="label">{words}</span> {formatMoney(Math.round(margin.amountMinor / 100) * 100)}{' '}
      <span className="label">({margin.percent}%)</span>
    </span>
  )
}

const reasonWords = {
  load: 'Pick up',
  unload: 'Deliver',
  part_load: 'Pick up part',
  part_unload: 'Deliver part',
  other: 'Stop',
} as const

function Stops({ detail, now }: { detail: TenderDetail; now: number }) {
  const { tender, facts } = detail
  return (
    <section aria-label="Stops and drive">
      <p>
        {facts.equipment ? equipmentWords[facts.equipment] : (tender.equipment.code ?? 'Equipment not given')}
        {tender.equipment.lengthFt ? ` ${tender.equipment.lengthFt} ft` : ''}
        {tender.equipment.tempF &&
          `, ${tender.equipment.tempF.min === tender.equipment.tempF.max ? tender.equipment.tempF.min : `${tender.equipment.tempF.min} to ${tender.equipment.tempF.max}`} °F`}
        {tender.weightLb !== null && `, ${tender.weightLb.toLocaleString('en-US')} lb`}
        {tender.hazmat && <b className="text-ring-text">, hazardous</b>}
        {facts.miles !== null && `, ${milesWords(facts.miles)}, ${spanWords((facts.hours ?? 0) * 3_600_000)} driving`}
        {'. '}
        <DriveWords facts={facts} />
      </p>
      <ol className="pt-1">
        {tender.stops.map((stop) => (
          <li key={stop.sequence} className="grid grid-cols-[76px_minmax(0,1fr)_auto] gap-x-3 border-t py-0.5">
            <span className="label">{reasonWords[stop.reason]}</span>
            <span className="truncate">
              <b className="font-semibold">
                {stop.city} {stop.region}
              </b>{' '}
              <span className="label">{stop.name}</span>
            </span>
            <span>
              <When stop={stop} today={dayOf(toLocal(now, facts.origin?.zone ?? 'UTC'))} />
            </span>
          </li>
        ))}
      </ol>
      {facts.unplaced.map((words) => (
        <p key={words} className="text-bill">
          {words}
        </p>
      ))}
    </section>
  )
}

function DriveWords({ facts }: { facts: TenderDetail['facts'] }) {
  if (facts.lateMs === null) return <span className="text-ring-text">The drive time is unknown</span>
  if (facts.lateMs > 0)
    return (
      <b className="text-bill">
        Cannot be driven in time: {spanWords(facts.lateMs)} late{facts.teamMakesIt ? ', a team would make it' : ''}
      </b>
    )
  return <span className="text-acacia">Can be driven in time</span>
}

/** Old and new side by side, and what the new would break. */
function ChangeView({ change, cancels }: { change: NonNullable<TenderDetail['change']>; cancels: boolean }) {
  const changed = change.lines.filter((line) => line.changed)
  return (
    <section aria-label={cancels ? 'What it cancels' : 'What it changes'}>
      <p>
        <Link to={`/loads/${change.loadId}`} className="font-mono link">
          {change.number}
        </Link>{' '}
        {loadStateWords[change.state].toLowerCase()}
        {change.carrierName && ` with ${change.carrierName}`}
        {change.payMinor !== null && ` at ${formatMoney(change.payMinor)}`}
      </p>
      {changed.length > 0 && (
        <table className="mt-1 w-full">
          <thead className="label text-left">
            <tr>
              <th className="font-normal">Changes</th>
              <th className="font-normal">now</th>
              <th className="font-normal">asked for</th>
            </tr>
          </thead>
          <tbody>
            {changed.map((line) => (
              <tr key={line.what} className="border-t align-top">
                <th scope="row" className="pr-3 text-left font-normal whitespace-nowrap">
                  {line.what}
                </th>
                <td className="pr-3 text-second">{line.before || 'nothing'}</td>
                <td className="font-semibold">{line.after || 'nothing'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {change.lines.length > 0 && changed.length === 0 && <p className="label">Word for word what holds already.</p>}
      {change.breaks.length > 0 && (
        <ul className="pt-1 text-bill">
          {change.breaks.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
    </section>
  )
}

function Record({ detail: { record } }: { detail: TenderDetail }) {
  if (!record) return null
  const share = (part: number, whole: number) => (whole === 0 ? '' : ` (${Math.round((part / whole) * 100)}%)`)
  return (
    <section aria-label="This customer in ninety days">
      <h3 className="head">This customer, 90 days</h3>
      <p>
        {record.tendered} tendered, {record.accepted} accepted{share(record.accepted, record.tendered)},{' '}
        {record.declined} declined, {record.lapsed} lapsed
        {record.minutes !== null && `, answered in ${spanWords(record.minutes * 60_000)} on average`}. {record.loads}{' '}
        loads hauled
        {record.sellMinor !== null &&
          record.payMinor !== null &&
          record.sellMinor > 0 &&
          `, margin ${Math.round(((record.sellMinor - record.payMinor) / record.sellMinor) * 1000) / 10}%`}
        {record.onTime !== null && `, ${Math.round(record.onTime * 100)}% on time`}
        {record.cancelled > 0 && `, ${record.cancelled} cancelled`}.
      </p>
    </section>
  )
}

function Said({ detail: { tender, documentId } }: { detail: TenderDetail }) {
  const references = [...tender.references, ...tender.stops.flatMap((stop) => stop.references)]
  return (
    <section aria-label="Also in the tender">
      {references.length > 0 && (
        <p>
          <span className="label">Numbers</span>{' '}
          {references.map(({ qualifier, value }) => `${qualifier} ${value}`).join(', ')}
        </p>
      )}
      {tender.notes.map((note) => (
        <p key={note}>
          <span className="label">Says</span> {note}
        </p>
      ))}
      {tender.alsoSaid.length > 0 && (
        <p className="label">
          Also said: <span className="font-mono">{tender.alsoSaid.join('  ')}</span>
        </p>
      )}
      {documentId !== null && (
        <p>
          <Link to={`/exchange?document=${documentId}`} className="link">
            Original
          </Link>
        </p>
      )}
    </section>
  )
}

function When({ stop, today }: { stop: TenderDetail['tender']['stops'][number]; today: string }) {
  if (stop.earliest) return windowWords(stop.earliest as LocalTime, stop.latest as LocalTime | null, today)
  if (stop.latest) return `by ${windowWords(stop.latest as LocalTime, null, today)}`
  return <span className="text-ring-text">no time said</span>
}
