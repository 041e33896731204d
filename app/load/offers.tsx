import { deskCurrency } from '#core/money/exchange'
import { formatAmount, formatMoney } from '#core/money/money'
import { offerSourceWords, offerStateWords } from '#core/offer/offer'
import { momentWords } from '#core/time/words'
import type { Advice } from '#core/waiting/advice'
import { adviceReason, adviceStepWords } from '#core/waiting/words'
import type { LoadPage } from '#server/load-page/read'
import { LinkButton } from '../ui/link-button'

export type OfferRow = LoadPage['offers'][number]

/** The offers on a load, live ones first, cheapest first; one is chosen for the keys. */
export function Offers({
  page,
  now,
  zone,
  chosenId,
  onChoose,
  mayHandle,
  onRecord,
  onReopen,
}: {
  page: LoadPage
  now: number
  zone: string
  chosenId: number | null
  onChoose: (carrierId: number) => void
  mayHandle: boolean
  onRecord: () => void
  /** Lets an offer that has ended stand again. */
  onReopen: (offer: OfferRow) => void
}) {
  const { offers, load } = page
  return (
    <section aria-label="Offers" className="flex min-h-0 flex-1 flex-col px-4 pt-2">
      <div className="flex justify-between">
        <h2 className="head">Offers</h2>
        {load.state === 'uncovered' && mayHandle && (
          <button type="button" onClick={onRecord} className="text-dusk">
            <kbd className="key">o</kbd> record one
          </button>
        )}
      </div>
      {offers.length === 0 && (
        <p className="label py-3">
          {load.state === 'draft'
            ? 'Open the load for cover, then offers can come.'
            : 'No offer yet. Post it (p), or call the shortlist and record what they say (o).'}
        </p>
      )}
      <ul className="min-h-0 flex-1 overflow-y-auto" aria-label="Offers, the cheapest first" tabIndex={-1}>
        {offers.map((offer) => (
          <li
            key={offer.id}
            className={`border-b ${offer.id === chosenId ? 'bg-chosen shadow-[inset_4px_0_0_var(--dusk)]' : ''}`}
          >
            <button
              type="button"
              data-offer={offer.id}
              onFocus={() => onChoose(offer.carrierId)}
              onClick={() => onChoose(offer.carrierId)}
              aria-pressed={offer.id === chosenId}
              className="grid w-full grid-cols-[minmax(0,1.3fr)_96px_52px_56px_minmax(0,0.75fr)_minmax(0,1.4fr)] items-center gap-2 px-2 py-1.5 text-left"
            >
              <b
                className={`truncate ${offer.state === 'open' || offer.state === 'awarded' ? 'font-semibold' : 'font-normal text-second'}`}
              >
                {offer.carrierName}
              </b>
              <span className="label truncate">
                {offerSourceWords[offer.source]}, {momentWords(offer.receivedAt, now, zone)}
              </span>
              <span
                className={`text-right font-mono ${offer.state === 'declined' || offer.state === 'lapsed' || offer.state === 'turned_down' ? 'text-second line-through' : 'font-semibold'}`}
              >
                {offer.state === 'awarded' && offer.agreedMinor !== null
                  ? formatAmount(offer.agreedMinor)
                  : formatAmount(offer.payMinor)}
              </span>
              <span className="label text-right font-mono">
                {load.miles > 0 ? `${(offer.payMinor / 100 / load.miles).toFixed(2)}/mi` : ''}
              </span>
              <span className="label truncate">
                {offer.goodUntil !== null && offer.state === 'open'
                  ? `till ${momentWords(offer.goodUntil, now, zone)}`
                  : ''}
              </span>
              <Standing
                offer={offer}
                maxPayMinor={load.maxPayMinor}
                advice={adviceOf(page, offer.id)}
                now={now}
                zone={zone}
              />
            </button>
            <About offer={offer} page={page} onReopen={load.state === 'uncovered' && mayHandle ? onReopen : null} />
            {offer.id === chosenId && adviceOf(page, offer.id) && offer.verdict?.verdict !== 'stop' && (
              <p className="label px-2 pb-1.5">{adviceReason(adviceOf(page, offer.id)!, now, zone)}</p>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** How the carrier is reached and what was said; of an offer that has ended, the way to let it stand again. */
function About({
  offer,
  page,
  onReopen,
}: {
  offer: OfferRow
  page: LoadPage
  onReopen: ((offer: OfferRow) => void) | null
}) {
  const isLive = offer.state === 'open' || offer.state === 'awarded'
  if (!isLive && !onReopen) return null
  const before = pricesBefore(page.log, offer.id)
  const facts = [
    offer.phone,
    offer.mcNumber && `MC ${offer.mcNumber}`,
    offer.person && `spoke with ${offer.person}`,
    offer.currency === deskCurrency ? '' : `named ${formatMoney(offer.askedMinor, offer.currency)}`,
    before.length > 0 ? `asked ${before.map((minor) => formatAmount(minor)).join(', then ')} before` : '',
    offer.note,
  ].filter(Boolean)
  return (
    <p className="label flex gap-3 px-2 pb-1">
      <span className="min-w-0 truncate" title={facts.join('; ')}>
        {facts.join('; ')}
      </span>
      {!isLive && onReopen && (
        <LinkButton className="shrink-0" onClick={() => onReopen(offer)}>
          Stands again<span className="sr-only">, {offer.carrierName}</span>
        </LinkButton>
      )}
    </p>
  )
}

/** The prices that an offer had before its last one, the oldest first, as far as the page's log goes. */
const pricesBefore = (log: LoadPage['log'], offerId: number): number[] =>
  log
    .flatMap(({ event }) => (event.kind === 'offer_repriced' && event.offerId === offerId ? [event.from] : []))
    .reverse()

const adviceOf = (page: LoadPage, offerId: number): Advice | null =>
  page.plan?.advice.find((each) => each.offerId === offerId)?.advice ?? null

function Standing({
  offer,
  maxPayMinor,
  advice,
  now,
  zone,
}: {
  offer: OfferRow
  maxPayMinor: number | null
  advice: Advice | null
  now: number
  zone: string
}) {
  if (offer.state === 'awarded')
    return (
      <span className="truncate font-semibold text-acacia">
        awarded
        {offer.agreedMinor !== null && offer.agreedMinor !== offer.payMinor
          ? `, asked ${formatAmount(offer.payMinor)}`
          : ''}
      </span>
    )
  if (offer.state !== 'open') return <span className="label">{offerStateWords[offer.state]}</span>
  if (offer.verdict?.verdict === 'stop')
    return (
      <span className="truncate text-bill" title={offer.verdict.reasons[0]?.message}>
        {offer.verdict.reasons[0]?.message}
      </span>
    )
  if (offer.counterMinor !== null)
    return <span className="truncate text-dusk">countered at {formatAmount(offer.counterMinor)}</span>
  if (advice && maxPayMinor !== null && offer.payMinor > maxPayMinor && advice.step !== 'counter')
    return (
      <span className="truncate text-ring-text">worth it, {formatAmount(offer.payMinor - maxPayMinor)} above max</span>
    )
  if (advice)
    return (
      <span className={`truncate font-semibold ${stepTone[advice.step] ?? ''}`} title={adviceReason(advice, now, zone)}>
        {adviceStepWords(advice, now, zone)}
      </span>
    )
  if (maxPayMinor !== null && offer.payMinor > maxPayMinor)
    return <span className="truncate text-second">{formatAmount(offer.payMinor - maxPayMinor)} above max</span>
  if (offer.verdict?.verdict === 'caution')
    return (
      <span className="truncate text-ring-text" title={offer.verdict.reasons[0]?.message}>
        {offer.verdict.reasons[0]?.message}
      </span>
    )
  return <span className="truncate text-acacia">clear</span>
}

const stepTone: Partial<Record<string, string>> = { take: 'text-acacia', hold: 'text-dusk' }
