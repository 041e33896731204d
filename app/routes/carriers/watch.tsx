import { Link } from 'react-router'
import { may } from '#core/access/access'
import { carrierDocumentWords } from '#core/carrier/document'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords, momentWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { type Needs, readNeeds, readWatch } from '#server/carrier/needs'
import { database } from '#server/db.server'
import { brokerage } from '#server/settings.server'
import { fieldWords } from '../../carrier/facts'
import { Standing } from '../../carrier/standing'
import { useCarrierAct } from '../../carrier/use-carrier-act'
import { useLive } from '../../ui/live'
import type { Route } from './+types/watch'

export const meta: Route.MetaFunction = () => [{ title: 'Carriers that need attention, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  const now = Date.now()
  const who = viewer(context)
  return {
    needs: readNeeds(database(), now),
    watch: readWatch(database(), now),
    now,
    zone: brokerage.zone,
    me: who.name,
    mayEdit: may(who.role, 'edit_carriers'),
    mayApprove: may(who.role, 'approve_payee'),
  }
}

const coverWords = { liability: 'Liability', cargo: 'Cargo cover', refrigeration: 'Reefer breakdown' } as const

export default function Watch({ loaderData }: Route.ComponentProps) {
  const { needs, watch, now, zone, me, mayEdit, mayApprove } = loaderData
  const today = dayOf(toLocal(now, zone))
  useLive(({ aggregate }) => aggregate === 'carrier')
  const lapsing = lapsingByCarrier(needs.lapsing)
  const nothing =
    needs.alerts.length + needs.lapsing.length + needs.payees.length + needs.documents.length + needs.missing.length ===
    0
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] gap-6 overflow-y-auto px-4 py-2">
      <section aria-labelledby="needs">
        <h1 id="needs" className="text-base font-semibold">
          Needs attention
        </h1>
        {nothing && (
          <p className="py-3">
            Nothing needs attention: no award in doubt, no document to review, no payee to approve.
          </p>
        )}
        <Part title="Awards that vetting would now block" count={needs.alerts.length}>
          {needs.alerts.map((alert) => (
            <Item key={alert.loadId} act={<Go to={`/loads/${alert.loadId}`} words="Open the load" />}>
              <span className="font-mono">{alert.number}</span>{' '}
              <Carrier id={alert.carrierId} name={alert.carrierName} />{' '}
              <span className="text-bill">{alert.reasons.map(({ message }) => message).join('; ')}</span>
              <span className="label"> picks up {momentWords(alert.pickupAt, now, alert.zone)}</span>
            </Item>
          ))}
        </Part>
        <Part title="Policies ending before or just after booked deliveries" count={lapsing.length}>
          {lapsing.map((row) => (
            <Item key={row.carrierId} act={mayEdit && <AskCertificate carrierId={row.carrierId} mail={row.mail} />}>
              <Carrier id={row.carrierId} name={row.carrierName} />{' '}
              {row.kinds.map((kind) => coverWords[kind]).join(', ')} ends{' '}
              <b className={row.before ? 'text-bill' : 'text-ring-text'}>{dayWords(row.expiresOn, today)}</b>
              <span className="label">
                {' '}
                {row.loads.map((each) => `${each.number} delivers ${dayWords(each.on, today)}`).join(', ')}
              </span>
            </Item>
          ))}
        </Part>
        <Part title="Payees waiting for a second person" count={needs.payees.length}>
          {needs.payees.map((row) => (
            <Item
              key={row.id}
              act={
                mayApprove && row.askedBy !== me ? (
                  <Decide carrierId={row.carrierId} payeeId={row.id} />
                ) : (
                  <span className="label">{row.askedBy === me ? 'somebody else decides' : ''}</span>
                )
              }
            >
              <Carrier id={row.carrierId} name={row.carrierName} /> to be paid: {row.name} …{row.accountEnd}
              {row.kind === 'factoring' && ', factoring'} <span className="label">asked by {row.askedBy}</span>
            </Item>
          ))}
        </Part>
        <Part title="Documents to review" count={needs.documents.length}>
          {needs.documents.map((row) => (
            <Item key={row.id} act={<Go to={`/carriers/${row.carrierId}?look=${row.id}`} words="Review" />}>
              <Carrier id={row.carrierId} name={row.carrierName} /> {carrierDocumentWords[row.kind]}{' '}
              <span className="label">
                from {row.receivedFrom}, {momentWords(row.receivedAt, now, zone)}
              </span>
            </Item>
          ))}
        </Part>
        <Part title="Documents missing for carriers that offer, or are new" count={needs.missing.length}>
          {needs.missing.map((row) => (
            <Item
              key={row.carrierId}
              act={
                row.askedAt ? (
                  <span className="label">asked {momentWords(row.askedAt, now, zone)}</span>
                ) : (
                  mayEdit && <AskMissing row={row} />
                )
              }
            >
              <Carrier id={row.carrierId} name={row.carrierName} />{' '}
              {[row.w9 ? 'W-9' : '', row.agreement ? 'agreement' : ''].filter(Boolean).join(' and ')} missing
            </Item>
          ))}
        </Part>
      </section>
      <section aria-labelledby="changed">
        <h2 id="changed" className="text-base font-semibold">
          Changed since yesterday
        </h2>
        <p className="label">
          {watch.feed?.currentAt
            ? `Register read ${momentWords(watch.feed.currentAt, now, zone)}`
            : 'The register has never been read'}
          {watch.feed?.problem && (
            <span className="text-ring-text">; it does not answer now: {watch.feed.problem}</span>
          )}
        </p>
        <Part title="Changed verdicts" count={watch.verdicts.length}>
          {watch.verdicts.map((row) => (
            <Item key={row.id} act={<span className="label">{momentWords(row.at, now, zone)}</span>}>
              <Carrier id={row.carrierId} name={row.carrierName} /> <Standing verdict={row.to} />{' '}
              <span className="label">
                before {row.from}. {row.reasons.join('; ')}
              </span>
            </Item>
          ))}
        </Part>
        <Part title="Where sources disagree" count={watch.changes.length}>
          {watch.changes.map((row) => (
            <Item key={row.id} act={<span className="label">{momentWords(row.seenAt, now, zone)}</span>}>
              <Carrier id={row.carrierId} name={row.carrierName} />{' '}
              <span className="label">{fieldWords(row.field)}:</span> {row.value} <s className="label">{row.before}</s>
            </Item>
          ))}
        </Part>
        {watch.verdicts.length + watch.changes.length === 0 && (
          <p className="py-3">Nothing about our carriers changed in the last day.</p>
        )}
      </section>
    </main>
  )
}

/** One line for a carrier, whatever of its policies ends and whichever of its loads it touches. */
function lapsingByCarrier(rows: Needs['lapsing']) {
  const carriers = new Map<
    number,
    {
      carrierId: number
      carrierName: string
      mail: string
      expiresOn: string
      before: boolean
      kinds: Needs['lapsing'][number]['kind'][]
      loads: { number: string; on: string }[]
    }
  >()
  for (const row of rows) {
    const on = dayOf(toLocal(row.deliverBy, row.destZone))
    const held = carriers.get(row.carrierId) ?? {
      carrierId: row.carrierId,
      carrierName: row.carrierName,
      mail: row.mail,
      expiresOn: row.expiresOn,
      before: false,
      kinds: [],
      loads: [],
    }
    held.before ||= row.expiresOn < on
    if (!held.kinds.includes(row.kind)) held.kinds.push(row.kind)
    if (!held.loads.some((each) => each.number === row.number)) held.loads.push({ number: row.number, on })
    carriers.set(row.carrierId, held)
  }
  return [...carriers.values()]
}

function Part({ title, count, children }: { title: string; count: number; children: React.ReactNode }) {
  if (count === 0) return null
  return (
    <section aria-label={title} className="mt-3">
      <h3 className="head">
        {title} <span className="label font-mono">{count}</span>
      </h3>
      <ul>{children}</ul>
    </section>
  )
}

function Item({ children, act }: { children: React.ReactNode; act: React.ReactNode }) {
  return (
    <li className="flex items-baseline justify-between gap-4 border-t py-1.5">
      <span className="min-w-0">{children}</span>
      <span className="shrink-0">{act}</span>
    </li>
  )
}

const Carrier = ({ id, name }: { id: number; name: string }) => (
  <Link to={`/carriers/${id}`} className="py-1 font-semibold">
    {name}
  </Link>
)

const Go = ({ to, words }: { to: string; words: string }) => (
  <Link to={to} className="py-1 text-dusk underline">
    {words}
  </Link>
)

function Press({ words, disabled, onPress }: { words: string; disabled: boolean; onPress: () => void }) {
  return (
    <button type="button" className="text-dusk underline" disabled={disabled} onClick={onPress}>
      {words}
    </button>
  )
}

function Decide({ carrierId, payeeId }: { carrierId: number; payeeId: number }) {
  const acting = useCarrierAct(carrierId)
  return (
    <span className="flex gap-3">
      <Press
        words="Approve"
        disabled={acting.busy}
        onPress={() => void acting.act({ intent: 'approve_payee', payeeId }, 'Payee approved')}
      />
      <Press
        words="Refuse"
        disabled={acting.busy}
        onPress={() => void acting.act({ intent: 'refuse_payee', payeeId }, 'Payee refused')}
      />
    </span>
  )
}

function AskCertificate({ carrierId, mail }: { carrierId: number; mail: string }) {
  const acting = useCarrierAct(carrierId)
  return (
    <Press
      words="Request the renewal"
      disabled={acting.busy}
      onPress={() =>
        void acting.act({ intent: 'request_documents', ask: { to: mail, kinds: ['certificate'] } }, `Asked ${mail}`)
      }
    />
  )
}

function AskMissing({ row }: { row: { carrierId: number; mail: string; w9: number; agreement: number } }) {
  const acting = useCarrierAct(row.carrierId)
  const ask = async () => {
    if (row.agreement)
      await acting.act({ intent: 'send_agreement', ask: { to: row.mail } }, row.w9 ? undefined : `Sent to ${row.mail}`)
    if (row.w9)
      await acting.act({ intent: 'request_documents', ask: { to: row.mail, kinds: ['w9'] } }, `Asked ${row.mail}`)
  }
  return <Press words={row.w9 ? 'Request it' : 'Send it to sign'} disabled={acting.busy} onPress={() => void ask()} />
}
