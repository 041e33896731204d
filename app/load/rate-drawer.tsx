import { Dialog as Radix } from 'radix-ui'
import { lazy, Suspense } from 'react'
import { Link } from 'react-router'
import { onTimeWords } from '#core/load/words'
import { formatAmount, formatMoney } from '#core/money/money'
import { type Account, reasons } from '#core/rates/account'
import { bandWords, reasonWords, suspectWords } from '#core/rates/words'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { LaneBuy, LaneHistory } from '#server/load-page/lane-history'
import type { LoadPage } from '#server/load-page/read'
import { RouteMap } from '../map/map'
import { PriorQuote } from '../quote/prior-quote'
import { useFetched } from '../ui/use-fetched'

const PriceChart = lazy(() => import('../rates/price-chart'))

/** What the rate strip rests on: the account of the middle figure, the lane's past, what was turned down, and where. */
export function RateDrawer({ page, onClose }: { page: LoadPage; onClose: () => void }) {
  const { load } = page
  const { data: history, problem } = useFetched<LaneHistory>(`/loads/${load.id}/rates`)
  return (
    <Radix.Root open onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-20 bg-[#17130e]/40" />
        <Radix.Content
          aria-describedby={undefined}
          className="fixed inset-y-0 right-0 z-30 flex w-[min(880px,96vw)] flex-col border-l border-ink bg-sheet shadow-2xl"
        >
          <header className="flex items-baseline justify-between border-b border-strong px-5 py-3">
            <Radix.Title className="text-base font-semibold">
              {load.originCity} {load.originRegion} to {load.destCity} {load.destRegion}, where it comes from
            </Radix.Title>
            <Radix.Close className="text-dusk">
              <kbd className="key">Esc</kbd> close
            </Radix.Close>
          </header>
          <div
            className="min-h-0 flex-1 overflow-y-auto px-5 py-3"
            tabIndex={0}
            role="group"
            aria-label="The rate picture"
          >
            {problem && <p className="text-bill">{problem}</p>}
            {!history && !problem && <p className="label">Reading the lane’s past…</p>}
            {history && <Picture history={history} page={page} />}
          </div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}

function Picture({ history, page }: { history: LaneHistory; page: LoadPage }) {
  const { buys, picture, band, state, lost, now } = history
  const zone = page.load.originZone
  const lane = buys.filter(({ same }) => same)
  const leftOut = buys.filter(({ suspect }) => suspect)
  return (
    <>
      {state.state === 'fitting' && (
        <p className="label pb-2">
          Our past prices are being read, {Math.round(state.progress * 100)}% so far; until then the strip shows the
          lane’s own loads alone.
        </p>
      )}
      {state.state === 'failed' && (
        <p className="pb-2 text-bill">
          The rate model could not be fitted: {state.message}. The strip shows the lane’s own loads alone.
        </p>
      )}
      {picture && band && (
        <section aria-label="Why" className="grid grid-cols-[1fr_1fr] gap-6 border-b pb-3">
          <div>
            <p>
              <b className="font-mono text-lg font-semibold">{formatMoney(band.middleMinor)}</b>{' '}
              <span className="label">
                likely, between {formatAmount(band.lowMinor)} and {formatAmount(band.highMinor)} eight times in ten
              </span>
            </p>
            <p className="label">{bandWords(band, now)}</p>
            <AccountList account={picture.account} />
          </div>
          <RouteMap
            layers={[
              {
                kind: 'lanes',
                lanes: buys
                  .filter(({ suspect }) => !suspect)
                  .slice(0, 120)
                  .map(({ origin, dest, same }) => ({ from: origin, to: dest, strong: same })),
              },
              {
                kind: 'stops',
                stops: [page.stops[0]!, page.stops.at(-1)!].map((stop) => ({
                  lat: stop.lat,
                  lon: stop.lon,
                  name: stop.city,
                  stop: stop.kind,
                })),
              },
            ]}
            words={`${buys.length} past loads on the lane and around both its ends`}
            shape={1.6}
            tall={240}
            className="h-60"
          />
        </section>
      )}
      {!picture && state.state === 'ready' && (
        <p className="label pb-2">No figure: neither the miles nor both places of this lane are known.</p>
      )}
      <section aria-label="Through time" className="border-b py-3">
        <h3 className="head">
          Paid on the lane and around it, for these {Math.round(page.load.miles).toLocaleString('en-US')} miles
        </h3>
        {buys.length === 0 ? (
          <p className="label py-2">Nobody has run this lane for us, nor one near it.</p>
        ) : (
          <div className="h-52">
            <Suspense fallback={<p className="label py-2">Drawing…</p>}>
              <PriceChart buys={buys} band={band} zone={zone} />
            </Suspense>
          </div>
        )}
      </section>
      <div className="grid grid-cols-[1.35fr_1fr] gap-6 py-3">
        <section aria-label="On this lane">
          <h3 className="head">
            On this lane{' '}
            <span className="label font-normal">who moved it, for how much, how often they are in time for us</span>
          </h3>
          {lane.length === 0 && (
            <p className="label py-2">No load of ours yet; the figure leans on the lanes around.</p>
          )}
          <ul>
            {lane.slice(0, 30).map((buy) => (
              <BuyLine key={buy.loadId} buy={buy} zone={zone} />
            ))}
          </ul>
        </section>
        <div>
          <Market market={history.market} />
          <section aria-label="Quoted to customers" className="pb-3">
            <h3 className="head">Quoted to customers</h3>
            {history.quotes.length === 0 && <p className="label py-2">Never on this lane.</p>}
            <ul>
              {history.quotes.map((prior) => (
                <PriorQuote key={`${prior.quoteId}-${prior.position}`} prior={prior} zone={zone} />
              ))}
            </ul>
          </section>
          <section aria-label="Offers not taken">
            <h3 className="head">Offers not taken</h3>
            {lost.length === 0 && <p className="label py-2">None on record.</p>}
            <ul>
              {lost.slice(0, 18).map((offer, index) => (
                <li key={index} className="grid grid-cols-[82px_1fr_auto] gap-2 border-b py-1">
                  <span className="label">{dayWords(dayOf(toLocal(offer.receivedAt, zone)))}</span>
                  <span className="truncate">{offer.carrierName}</span>
                  <span className="font-mono">{formatAmount(offer.payMinor)}</span>
                </li>
              ))}
            </ul>
            {leftOut.length > 0 && (
              <>
                <h3 className="head pt-3">Left out, they look like mistakes</h3>
                <ul>
                  {leftOut.slice(0, 8).map((buy) => (
                    <li key={buy.loadId} className="grid grid-cols-[76px_auto_1fr] gap-2 border-b py-1">
                      <Link to={`/loads/${buy.loadId}`} className="font-mono link">
                        {buy.number}
                      </Link>
                      <span className="font-mono line-through">{formatAmount(buy.payMinor)}</span>
                      <span className="label truncate">{suspectWords[buy.suspect!]}</span>
                    </li>
                  ))}
                </ul>
                <Link to="/rates/suspects" className="link">
                  Review all of them
                </Link>
              </>
            )}
          </section>
        </div>
      </div>
    </>
  )
}

/** What others paid between the areas, for this lane's miles. */
function Market({ market }: { market: LaneHistory['market'] }) {
  return (
    <section aria-label="The market" className="pb-3">
      <h3 className="head">The market, area to area</h3>
      {!market && <p className="label py-1">Nothing reported between these areas in five weeks.</p>}
      {market && (
        <p>
          <span className="label">
            {market.from} to {market.to}:
          </span>{' '}
          {market.lastWeek && (
            <>
              <b className="font-mono font-semibold">{formatAmount(market.lastWeek.averageMinor)}</b>{' '}
              <span className="label">
                on {market.lastWeek.loads} loads in the week to {dayWords(market.newestDay)}
              </span>
            </>
          )}
          {market.before && (
            <span className="label">
              {market.lastWeek && ', '}
              <span className="font-mono text-ink">{formatAmount(market.before.averageMinor)}</span> on{' '}
              {market.before.loads} in the weeks before
            </span>
          )}
        </p>
      )}
    </section>
  )
}

/** What the middle figure is made of; the parts add up to it. */
function AccountList({ account }: { account: Account }) {
  const shown = reasons.filter((reason) => Math.abs(account[reason]) >= 100)
  return (
    <dl className="mt-2 grid grid-cols-[1fr_auto] gap-x-4">
      {shown.map((reason) => (
        <div key={reason} className="col-span-2 grid grid-cols-subgrid border-t py-0.5">
          <dt className="label">{reasonWords[reason]}</dt>
          <dd className="text-right font-mono">
            {reason === 'distance'
              ? formatAmount(account[reason])
              : `${account[reason] < 0 ? '−' : '+'}${formatAmount(Math.abs(account[reason]))}`}
          </dd>
        </div>
      ))}
    </dl>
  )
}

function BuyLine({ buy, zone }: { buy: LaneBuy; zone: string }) {
  return (
    <li className="grid grid-cols-[82px_76px_minmax(0,1fr)_48px_56px_52px] gap-2 border-b py-1">
      <span className="label">{dayWords(dayOf(toLocal(buy.coveredAt, zone)))}</span>
      <Link to={`/loads/${buy.loadId}`} className="font-mono link">
        {buy.number}
      </Link>
      <span className="truncate">{buy.carrierName}</span>
      <span className={`text-right font-mono ${buy.suspect ? 'text-second line-through' : 'font-semibold'}`}>
        {formatAmount(buy.payMinor)}
      </span>
      <span className="label text-right" title="deliveries in time, of all whose time we know">
        {buy.grade.of > 0 && `${buy.grade.onTime} of ${buy.grade.of}`}
      </span>
      <span className={buy.deliveredOnTime === false ? 'text-ring-text' : 'label'}>
        {onTimeWords(buy.deliveredOnTime)}
      </span>
    </li>
  )
}
