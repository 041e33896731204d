import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { may } from '#core/access/access'
import { stepsFrom } from '#core/load/decide'
import { loadStateWords } from '#core/load/words'
import { formatMoney } from '#core/money/money'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { readLoadPage } from '#server/load/read'
import { brokerage } from '#server/settings.server'
import { AwardDialog, PayDialog } from '../../load/award-dialog'
import { CheckCallDialog } from '../../load/check-call-dialog'
import { ConfirmationPanel, SendDialog } from '../../load/confirmation-panel'
import { DispatchDialog } from '../../load/dispatch-dialog'
import { GateStrip } from '../../load/gate-strip'
import { JoinDialog } from '../../load/join-dialog'
import { LoadHead } from '../../load/load-head'
import { LoadMap, MapDialog } from '../../load/load-map'
import { Log, Messages } from '../../load/log'
import { type OfferCarrier, OfferDialog } from '../../load/offer-dialog'
import { Offers } from '../../load/offers'
import { Papers } from '../../load/papers'
import { confirmKeys, confirmReading, Proposals } from '../../load/proposals'
import { RateDrawer } from '../../load/rate-drawer'
import { RatePanel } from '../../load/rate-panel'
import { RouteRibbon } from '../../load/route-ribbon'
import { Shortlist } from '../../load/shortlist'
import { CounterDialog, LimitsDialog, ReasonDialog } from '../../load/small-dialogs'
import { Truck } from '../../load/truck'
import { useAct } from '../../load/use-act'
import { type RoomKey, useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import type { Route } from './+types/load'

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.page.load.number ?? 'Load'}, Oxpecker` },
]

export function loader({ params, context }: Route.LoaderArgs) {
  const now = Date.now()
  const page = /^\d{1,12}$/.test(params.loadId) ? readLoadPage(database(), Number(params.loadId), now) : null
  if (!page) throw new Response('There is no such load.', { status: 404 })
  const { role } = viewer(context)
  return {
    page,
    now,
    zone: brokerage.zone,
    mayEdit: may(role, 'edit_loads'),
    mayHandle: may(role, 'handle_offers'),
    mayAward: may(role, 'award'),
    mayOverride: may(role, 'override_gate'),
    mayExceed: may(role, 'exceed_max'),
  }
}

type Open =
  | { kind: 'offer'; carrier: OfferCarrier | null }
  | {
      kind:
        | 'counter'
        | 'award'
        | 'limits'
        | 'pay'
        | 'send'
        | 'cancel'
        | 'release'
        | 'map'
        | 'rates'
        | 'dispatch'
        | 'call'
        | 'join'
    }
  | null

export default function Load({ loaderData }: Route.ComponentProps) {
  const { page, now, zone, mayEdit, mayHandle, mayAward, mayOverride, mayExceed } = loaderData
  const { load } = page
  const acting = useAct(load.id)
  const navigate = useNavigate()
  const [open, setOpen] = useState<Open>(null)
  const [picked, setPicked] = useState<number | null>(null)
  useLive((loadId) => loadId === load.id)

  const live = page.offers.filter((offer) => offer.state === 'open')
  const chosen =
    live.find((offer) => offer.id === picked) ??
    live.find((offer) => offer.verdict?.verdict !== 'stop') ??
    live[0] ??
    null
  const posting = page.postings.find((each) => each.state === 'asked' || each.state === 'up')
  const uncovered = load.state === 'uncovered'
  const awarded = load.carrierId !== null && ['covered', 'dispatched', 'in_transit'].includes(load.state)
  const confirmed = page.confirmations[0]?.state === 'accepted'
  const close = () => setOpen(null)
  const move = (step: number) => {
    const next = live[Math.max(0, Math.min(live.length - 1, live.findIndex((offer) => offer.id === chosen?.id) + step))]
    if (!next) return
    setPicked(next.id)
    document.querySelector<HTMLElement>(`[data-offer="${next.id}"]`)?.focus()
  }
  const togglePosting = () =>
    void acting.act(posting ? { intent: 'unpost', postingId: posting.id } : { intent: 'post' })
  const [proposed] = page.proposals
  const keys: RoomKey[] = [
    ...(proposed && proposed.carrierId !== null
      ? proposed.readings.map(
          (payMinor, at): RoomKey => ({
            key: confirmKeys[at]!,
            words: `take ${formatMoney(payMinor)} of ${proposed.sender} as an offer`,
            run: () => void confirmReading(acting, proposed, payMinor),
            disabled: !uncovered || !mayHandle || acting.busy,
          }),
        )
      : []),
    ...(proposed
      ? [
          {
            key: '0',
            words: `dismiss what ${proposed.sender} says`,
            run: () => void acting.act({ intent: 'dismiss_proposal', proposalId: proposed.id }, 'Dismissed'),
            disabled: !mayHandle || acting.busy,
          },
        ]
      : []),
    { key: 'ArrowDown', words: 'next offer', run: () => move(1), disabled: live.length === 0 },
    { key: 'ArrowUp', words: 'offer before', run: () => move(-1), disabled: live.length === 0 },
    {
      key: 'o',
      words: 'record an offer',
      run: () => setOpen({ kind: 'offer', carrier: null }),
      disabled: !uncovered || !mayHandle,
    },
    {
      key: 'a',
      words: 'award the chosen offer',
      run: () => setOpen({ kind: 'award' }),
      disabled: !uncovered || !chosen || !mayAward,
    },
    {
      key: 'c',
      words: 'counter the chosen offer',
      run: () => setOpen({ kind: 'counter' }),
      disabled: !uncovered || !chosen || !mayHandle,
    },
    {
      key: 'x',
      words: 'decline the chosen offer',
      run: () =>
        chosen && void acting.act({ intent: 'decline_offer', offerId: chosen.id }, `${chosen.carrierName} declined`),
      disabled: !uncovered || !chosen || !mayHandle,
    },
    {
      key: 'p',
      words: posting ? 'take the posting down' : 'post it',
      run: togglePosting,
      disabled: !uncovered || !mayEdit,
    },
    {
      key: 'l',
      words: 'target and most',
      run: () => setOpen({ kind: 'limits' }),
      disabled: !(uncovered || load.state === 'draft') || !mayEdit,
    },
    {
      key: 's',
      words: 'preview and send the rate confirmation',
      run: () => setOpen({ kind: 'send' }),
      disabled: !awarded || !mayAward || confirmed,
    },
    { key: 'b', words: 'change the agreed pay', run: () => setOpen({ kind: 'pay' }), disabled: !awarded || !mayAward },
    { key: 'r', words: 'what the rate strip rests on', run: () => setOpen({ kind: 'rates' }) },
    { key: 'm', words: 'the map', run: () => setOpen({ kind: 'map' }) },
    { key: 'e', words: 'change the load', run: () => navigate(`/loads/${load.id}/change`), disabled: !mayEdit },
    {
      key: 't',
      words: 'check call: arrived, departed, late',
      run: () => setOpen({ kind: 'call' }),
      disabled: !mayEdit || load.state === 'draft' || load.state === 'cancelled',
    },
    {
      key: 'j',
      words: 'which customer’s system it reports to',
      run: () => setOpen({ kind: 'join' }),
      disabled: !mayEdit || load.state === 'cancelled',
    },
    { key: 'k', words: 'make a copy', run: () => navigate(`/loads/new?copy=${load.id}`), disabled: !mayEdit },
  ]
  useKeys('Load', keys)

  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <LoadHead page={page} now={now} zone={zone} />
      <GateStrip page={page} now={now} zone={zone} />
      <RouteRibbon page={page} now={now} />
      <div className="grid min-h-0 flex-1 grid-cols-2">
        <div className="flex min-h-0 flex-col border-r border-strong">
          <RatePanel page={page} now={now} zone={zone} onPicture={() => setOpen({ kind: 'rates' })} />
          <Truck page={page} />
          {page.confirmations.length > 0 && (
            <ConfirmationPanel
              page={page}
              now={now}
              zone={zone}
              mayAward={mayAward}
              onSend={() => setOpen({ kind: 'send' })}
              onRevoke={(confirmationId) =>
                void acting.act({ intent: 'revoke_links', confirmationId }, 'Link withdrawn')
              }
            />
          )}
          <Proposals page={page} acting={acting} now={now} zone={zone} mayHandle={mayHandle} />
          <Offers
            page={page}
            now={now}
            zone={zone}
            chosenId={uncovered ? (chosen?.id ?? null) : null}
            onChoose={setPicked}
            mayHandle={mayHandle}
            onRecord={() => setOpen({ kind: 'offer', carrier: null })}
          />
          {page.proposals.length === 0 && <LoadMap page={page} onOpen={() => setOpen({ kind: 'map' })} />}
        </div>
        <div className="flex min-h-0 flex-col">
          {(page.shortlist.length > 0 && !awarded) || uncovered ? (
            <div
              className="max-h-[68%] min-h-0 overflow-y-auto border-b border-strong"
              tabIndex={0}
              role="group"
              aria-label="Shortlist, scrollable"
            >
              <Shortlist
                page={page}
                now={now}
                onOffer={uncovered && mayHandle ? (carrier) => setOpen({ kind: 'offer', carrier }) : null}
              />
            </div>
          ) : (
            <Papers page={page} />
          )}
          <Messages page={page} now={now} zone={zone} />
          <Log page={page} now={now} zone={zone} />
        </div>
      </div>
      <Actions keys={keys}>
        {load.state === 'draft' && mayEdit && (
          <button
            type="button"
            className="button first"
            disabled={acting.busy}
            onClick={() => void acting.act({ intent: 'open' }, 'Open for cover')}
          >
            Open for cover
          </button>
        )}
        {mayEdit &&
          stepsFrom(load.state).map((to) => (
            <button
              key={to}
              type="button"
              className={`button ${confirmed && to === 'dispatched' ? 'first' : ''}`}
              disabled={acting.busy || (to === 'dispatched' && !confirmed)}
              title={to === 'dispatched' && !confirmed ? 'Once the carrier has accepted' : undefined}
              onClick={() =>
                to === 'dispatched' ? setOpen({ kind: 'dispatch' }) : void acting.act({ intent: 'advance', to })
              }
            >
              {to === 'invoiced' && load.state === 'paperwork_in'
                ? 'Ready to bill'
                : `Mark ${loadStateWords[to].toLowerCase()}`}
            </button>
          ))}
        {mayEdit &&
          load.state === 'cancelled' &&
          page.sell.lines.some(({ charge }) => charge.kind === 'truck_ordered_not_used') && (
            <button
              type="button"
              className="button"
              disabled={acting.busy}
              onClick={() => void acting.act({ intent: 'bill' }, 'Billed')}
            >
              Ready to bill
            </button>
          )}
        {mayAward && ['covered', 'dispatched'].includes(load.state) && (
          <button type="button" className="button" onClick={() => setOpen({ kind: 'release' })}>
            Carrier fell through
          </button>
        )}
        {mayEdit && ['draft', 'uncovered', 'covered', 'dispatched', 'in_transit'].includes(load.state) && (
          <button type="button" className="button" onClick={() => setOpen({ kind: 'cancel' })}>
            Cancel load
          </button>
        )}
        <Link className="button" to={`/loads/new?copy=${load.id}`} hidden={!mayEdit}>
          Copy <kbd className="key">k</kbd>
        </Link>
      </Actions>
      {open?.kind === 'offer' && (
        <OfferDialog page={page} acting={acting} carrier={open.carrier} now={now} zone={zone} onClose={close} />
      )}
      {open?.kind === 'award' && chosen && (
        <AwardDialog
          page={page}
          offer={chosen}
          acting={acting}
          now={now}
          mayOverride={mayOverride}
          mayExceed={mayExceed}
          onClose={close}
          onAwarded={() => setOpen({ kind: 'send' })}
        />
      )}
      {open?.kind === 'counter' && chosen && (
        <CounterDialog offer={chosen} mostMinor={load.mostMinor} acting={acting} onClose={close} />
      )}
      {open?.kind === 'limits' && <LimitsDialog page={page} acting={acting} onClose={close} />}
      {open?.kind === 'rates' && <RateDrawer page={page} onClose={close} />}
      {open?.kind === 'map' && <MapDialog page={page} onClose={close} />}
      {open?.kind === 'pay' && <PayDialog page={page} acting={acting} mayExceed={mayExceed} onClose={close} />}
      {open?.kind === 'send' && (
        <SendDialog page={page} acting={acting} now={now} mayOverride={mayOverride} onClose={close} />
      )}
      {open?.kind === 'call' && <CheckCallDialog page={page} acting={acting} now={now} onClose={close} />}
      {open?.kind === 'join' && <JoinDialog page={page} acting={acting} onClose={close} />}
      {open?.kind === 'dispatch' && (
        <DispatchDialog page={page} acting={acting} now={now} mayOverride={mayOverride} onClose={close} />
      )}
      {open?.kind === 'cancel' && (
        <ReasonDialog
          title={`Cancel ${load.number}`}
          intent="cancel"
          button="Cancel the load"
          acting={acting}
          onClose={close}
        />
      )}
      {open?.kind === 'release' && (
        <ReasonDialog
          title={`Release ${page.carrier?.name ?? 'the carrier'}`}
          intent="release"
          button="Open it for cover again"
          acting={acting}
          onClose={close}
        />
      )}
    </main>
  )
}

const shown: { key: string; first?: boolean; short: string }[] = [
  { key: 'a', first: true, short: 'Award' },
  { key: 's', first: true, short: 'Send confirmation' },
  { key: 'c', short: 'Counter' },
  { key: 'x', short: 'Decline' },
  { key: 'p', short: 'Post' },
  { key: 'l', short: 'Limits' },
  { key: 'b', short: 'Change pay' },
  { key: 't', short: 'Check call' },
  { key: 'e', short: 'Change load' },
]

/** The bar of actions: each with its key; what cannot be done now is not in the way. */
function Actions({ keys, children }: { keys: RoomKey[]; children: React.ReactNode }) {
  return (
    <footer className="flex shrink-0 gap-2 border-t border-strong bg-sheet px-4 py-2">
      {shown.map(({ key, first, short }) => {
        const action = keys.find((each) => each.key === key)
        if (!action || action.disabled) return null
        return (
          <button
            key={key}
            type="button"
            className={`button ${first ? 'first' : ''}`}
            onClick={action.run}
            title={action.words}
          >
            {key === 'p' ? (action.words.startsWith('take') ? 'Take down' : short) : short}{' '}
            <kbd className="key">{key}</kbd>
          </button>
        )
      })}
      <span className="ml-auto flex gap-2">{children}</span>
    </footer>
  )
}
