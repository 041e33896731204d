import { may } from '#core/access/access'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { carrierFound } from '#server/load-page/carrier-found'
import { readLoadPage } from '#server/load-page/read'
import { officeOf } from '#server/office/office'
import { CallerFacts } from '../../load/caller-facts'
import { ConfirmationPanel } from '../../load/confirmation-panel'
import { GateStrip } from '../../load/gate-strip'
import { GuideLine } from '../../load/guide-line'
import { HauledFacts } from '../../load/hauled-facts'
import { LoadActions } from '../../load/load-actions'
import { type LoadDesk, type OpenDialog, useLoadDesk } from '../../load/load-desk'
import { LoadDialog } from '../../load/load-dialogs'
import { LoadHead } from '../../load/load-head'
import { useLoadKeys } from '../../load/load-keys'
import { LoadMap, WideLoadMap } from '../../load/load-map'
import { Log } from '../../load/log'
import { Messages } from '../../load/messages'
import { NextStop } from '../../load/next-stop'
import { Offers } from '../../load/offers'
import { Proposals } from '../../load/proposals'
import { RatePanel } from '../../load/rate-panel'
import { RouteRibbon } from '../../load/route-ribbon'
import { SettledPrice } from '../../load/settled-price'
import { Shortlist } from '../../load/shortlist'
import { Truck } from '../../load/truck'
import { useKeys } from '../../ui/keys'
import type { Route } from './+types/load'

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.page.load.number ?? 'Load'}, Oxpecker` },
]

export function loader({ params, request, context }: Route.LoaderArgs) {
  const now = Date.now()
  const page = /^\d{1,12}$/.test(params.loadId) ? readLoadPage(database(), Number(params.loadId), now) : null
  if (!page) throw new Response('There is no such load.', { status: 404 })
  const { role } = viewer(context)
  return {
    page,
    opens: openedBy(new URL(request.url).searchParams),
    now,
    zone: officeOf(database()).zone,
    mayEdit: may(role, 'edit_loads'),
    mayHandle: may(role, 'handle_offers'),
    mayAward: may(role, 'award'),
    mayOverride: may(role, 'override_gate'),
    mayExceed: may(role, 'exceed_max'),
  }
}

/** The dialog that an address asks for: postings, or the offer of a carrier that was found on a board. */
function openedBy(asked: URLSearchParams): OpenDialog | null {
  if (asked.get('do') === 'post') return { kind: 'post' }
  const carrier = carrierFound(database(), asked)
  return carrier && { kind: 'offer', carrier }
}

export default function Load({ loaderData }: Route.ComponentProps) {
  const desk = useLoadDesk(loaderData)
  const keys = useLoadKeys(desk)
  const { page, now, zone } = desk
  useKeys('Load', keys)
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <LoadHead page={page} now={now} zone={zone} />
      <GateStrip page={page} now={now} zone={zone} />
      <RouteRibbon page={page} now={now} />
      <div className="grid min-h-0 flex-1 grid-cols-2 short:overflow-y-auto">
        <div className="flex min-h-0 flex-col border-r border-strong short:min-h-max">
          <PriceSide desk={desk} />
        </div>
        <div className="flex min-h-0 flex-col short:min-h-max">
          <PeopleSide desk={desk} />
        </div>
      </div>
      <LoadActions desk={desk} keys={keys} />
      <LoadDialog desk={desk} />
    </main>
  )
}

/** The left side by the load's state: price and offers until somebody has it; then who hauls it, where it is to be next, and its documents. */
function PriceSide({ desk }: { desk: LoadDesk }) {
  const { page, openDialog } = desk
  const { offers, proposals } = page
  const isCrowded = proposals.length > 0 || offers.length > offersWithMap
  if (page.carrier) return <HauledSide desk={desk} />
  return (
    <>
      <Rates desk={desk} />
      <Confirmations desk={desk} />
      <AllOffers desk={desk} />
      {!isCrowded && <LoadMap page={page} onOpen={() => openDialog({ kind: 'map' })} />}
    </>
  )
}

/** With more offers than these the map would squeeze them: it is on its key then. */
const offersWithMap = 2

function HauledSide({ desk }: { desk: LoadDesk }) {
  const { page, now, openDialog, mayEdit } = desk
  return (
    <>
      <Truck page={page} />
      <NextStop page={page} now={now} onCall={mayEdit ? () => openDialog({ kind: 'call' }) : null} />
      <Confirmations desk={desk} />
      <SettledPrice page={page}>
        <Rates desk={desk} />
        <AllOffers desk={desk} />
      </SettledPrice>
      <WideLoadMap page={page} onOpen={() => openDialog({ kind: 'map' })} />
    </>
  )
}

function Rates({ desk: { page, now, zone, openDialog } }: { desk: LoadDesk }) {
  return <RatePanel page={page} now={now} zone={zone} onPicture={() => openDialog({ kind: 'rates' })} />
}

function Confirmations({ desk }: { desk: LoadDesk }) {
  const { page, now, zone, acting, openDialog, mayAward } = desk
  if (page.confirmations.length === 0) return null
  const revoke = (confirmationId: number) =>
    void acting.act({ intent: 'revoke_links', confirmationId }, 'Link withdrawn')
  return (
    <ConfirmationPanel
      page={page}
      now={now}
      zone={zone}
      mayAward={mayAward}
      onSend={() => openDialog({ kind: 'send' })}
      onRevoke={revoke}
    />
  )
}

function AllOffers({ desk }: { desk: LoadDesk }) {
  const { page, now, zone, acting, openDialog, isUncovered, chosen, mayHandle } = desk
  return (
    <>
      <GuideLine page={page} acting={acting} now={now} zone={zone} mayHandle={mayHandle} />
      <Proposals page={page} acting={acting} now={now} zone={zone} mayHandle={mayHandle} />
      <Offers
        page={page}
        now={now}
        zone={zone}
        chosenId={isUncovered ? (chosen?.id ?? null) : null}
        onChoose={desk.choose}
        mayHandle={mayHandle}
        onRecord={() => openDialog({ kind: 'offer', carrier: null })}
        onReopen={({ id, carrierName }) =>
          void acting.act({ intent: 'reopen_offer', offerId: id }, `The offer of ${carrierName} stands again`)
        }
      />
    </>
  )
}

/** Whom to ask while it is uncovered, its documents afterwards, and what was written and done. */
function PeopleSide({ desk }: { desk: LoadDesk }) {
  const { page, now, zone, openDialog, isUncovered, mayHandle, mayEdit } = desk
  const documents = { owner: { loadId: page.load.id }, documents: page.documents, mayEdit, now, zone }
  const showsShortlist = isUncovered || (page.shortlist.length > 0 && page.carrier === null)
  return (
    <>
      {showsShortlist ? (
        <div
          className="max-h-[46%] min-h-0 overflow-y-auto border-b border-strong short:max-h-72 short:shrink-0"
          tabIndex={0}
          role="group"
          aria-label="Shortlist, scrollable"
        >
          <Shortlist
            page={page}
            now={now}
            onOffer={isUncovered && mayHandle ? (carrier) => openDialog({ kind: 'offer', carrier }) : null}
          />
        </div>
      ) : (
        page.carrier && <HauledFacts page={page} documents={documents} />
      )}
      {!page.carrier && <CallerFacts page={page} documents={documents} />}
      <Messages page={page} now={now} zone={zone} />
      <Log page={page} now={now} zone={zone} />
    </>
  )
}
