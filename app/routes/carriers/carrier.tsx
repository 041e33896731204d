import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { may } from '#core/access/access'
import { type LoadMark, loadMarks, markWords } from '#core/carrier/grades'
import { carrierLogWords } from '#core/carrier/log-words'
import { loadStateWords } from '#core/load/words'
import { formatMoney } from '#core/money/money'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords, momentWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { type Dossier, readDossier } from '#server/carrier/dossier'
import { database } from '#server/db.server'
import { brokerage } from '#server/settings.server'
import { Contacts } from '../../carrier/contacts'
import { AskDialog, ContactDialog, EquipmentDialog, PayeeDialog, ReasonDialog } from '../../carrier/dialogs'
import { DossierHead } from '../../carrier/dossier-head'
import { Facts } from '../../carrier/facts'
import { Grades } from '../../carrier/grades'
import { GroupDrawing } from '../../carrier/group-drawing'
import { LaneMap } from '../../carrier/lane-map'
import { CheckDialog, UploadDialog } from '../../carrier/paper-dialogs'
import { Papers } from '../../carrier/papers'
import { useCarrierAct } from '../../carrier/use-carrier-act'
import { Reasons } from '../../load/gate'
import { CoverLine } from '../../ui/cover-line'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import type { Route } from './+types/carrier'

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.dossier.carrier.name ?? 'Carrier'}, Oxpecker` },
]

export function loader({ params, context }: Route.LoaderArgs) {
  const now = Date.now()
  const dossier = readDossier(database(), Number(params.carrierId), now)
  if (!dossier) throw new Response('There is no such carrier.', { status: 404 })
  const who = viewer(context)
  return {
    dossier,
    now,
    zone: brokerage.zone,
    me: who.name,
    mayEdit: may(who.role, 'edit_carriers'),
    mayApprove: may(who.role, 'approve_payee'),
  }
}

type Open =
  | 'contact'
  | 'payee'
  | 'equipment'
  | 'bar'
  | 'lift'
  | 'ask'
  | 'upload'
  | { check: Dossier['papers'][number] }
  | null
const tabs = { facts: 'Facts over time', loads: 'Loads', log: 'What happened' } as const

export default function Carrier({ loaderData }: Route.ComponentProps) {
  const { dossier, now, zone, me, mayEdit, mayApprove } = loaderData
  const { carrier, verdict, loads } = dossier
  const [asked] = useSearchParams()
  // From the list of what needs a person one comes to look at one paper.
  const [open, setOpen] = useState<Open>(() => {
    const paper = mayEdit
      ? dossier.papers.find(({ id, state }) => state === 'waiting' && String(id) === asked.get('look'))
      : undefined
    return paper ? { check: paper } : null
  })
  const [tab, setTab] = useState<keyof typeof tabs>('facts')
  const acting = useCarrierAct(carrier.id)
  const today = dayOf(toLocal(now, zone))
  const close = () => setOpen(null)
  useLive((loadId) => loads.some(({ id }) => id === loadId), 'carriers')
  useKeys('Carrier', [
    { key: 'c', words: 'add a contact', run: () => setOpen('contact'), disabled: !mayEdit },
    { key: 'y', words: 'who is paid', run: () => setOpen('payee'), disabled: !mayEdit },
    { key: 'e', words: 'equipment and trailers', run: () => setOpen('equipment'), disabled: !mayEdit },
    { key: 'p', words: 'ask for papers or the signature', run: () => setOpen('ask'), disabled: !mayEdit },
    {
      key: 'r',
      words: 'ask the register anew',
      run: () => void acting.act({ intent: 'refresh' }, 'The register was asked'),
      disabled: !mayEdit,
    },
    { key: 'f', words: 'facts over time', run: () => setTab('facts') },
    { key: 'l', words: 'their loads', run: () => setTab('loads') },
    { key: 'g', words: 'what happened', run: () => setTab('log') },
  ])
  const booked = loads.filter(({ state }) => state === 'covered' || state === 'dispatched' || state === 'in_transit')
  return (
    <main className="flex min-h-0 flex-1 flex-col overflow-y-auto">
      <DossierHead dossier={dossier} now={now} zone={zone}>
        {mayEdit && (
          <>
            <button
              type="button"
              className="button"
              disabled={acting.busy}
              onClick={() => void acting.act({ intent: 'refresh' }, 'The register was asked')}
            >
              Ask the register <kbd className="key">r</kbd>
            </button>
            <button type="button" className="button" onClick={() => setOpen('equipment')}>
              Equipment <kbd className="key">e</kbd>
            </button>
            <button type="button" className="button" onClick={() => setOpen(carrier.doNotUse ? 'lift' : 'bar')}>
              {carrier.doNotUse ? 'Use again' : 'Do not use'}
            </button>
          </>
        )}
      </DossierHead>
      <div className="grid grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)_minmax(0,1fr)] gap-x-6 px-4 py-2">
        <div className="flex min-w-0 flex-col gap-3">
          <section aria-label="Vetting">
            <h2 className="head">Vetting</h2>
            {verdict.reasons.length === 0 ? (
              <p className="text-acacia">Nothing against it: authority, insurance, safety and papers are in order.</p>
            ) : (
              <Reasons reasons={verdict.reasons} />
            )}
            {verdict.signs.length > 0 && !verdict.reasons.some(({ code }) => code.startsWith('sign_')) && (
              <p className="label mt-1">
                Noted, too light for a rule:{' '}
                {verdict.signs.map(({ message, weight }) => `${message} (weight ${weight})`).join('; ')}
              </p>
            )}
          </section>
          <section aria-label="Insurance">
            <h2 className="head">Insurance</h2>
            <CoverLine
              wide={490}
              cover={dossier.cover}
              today={today}
              deliveries={booked.map((load) => ({
                on: load.deliverOn,
                words: `${load.number} ${dayWords(load.deliverOn)}`,
              }))}
            />
          </section>
          {dossier.lanes.length > 0 && (
            <section aria-label="What they run for us">
              <h2 className="head">What they run for us</h2>
              <LaneMap lanes={dossier.lanes} />
            </section>
          )}
        </div>
        <div className="flex min-w-0 flex-col gap-3">
          <Contacts
            dossier={dossier}
            acting={acting}
            mayEdit={mayEdit}
            mayApprove={mayApprove}
            me={me}
            onAdd={() => setOpen('contact')}
            onPayee={() => setOpen('payee')}
          />
          <Grades grades={dossier.grades} />
        </div>
        <div className="flex min-w-0 flex-col gap-3">
          <Papers
            dossier={dossier}
            today={today}
            zone={zone}
            mayEdit={mayEdit}
            onAsk={() => setOpen('ask')}
            onUpload={() => setOpen('upload')}
            onCheck={(paper) => setOpen({ check: paper })}
          />
          <GroupDrawing dossier={dossier} />
        </div>
      </div>
      <div role="tablist" aria-label="More of this carrier" className="flex gap-4 border-t border-b border-strong px-4">
        {(Object.keys(tabs) as (keyof typeof tabs)[]).map((name) => (
          <button
            key={name}
            type="button"
            role="tab"
            id={`tab-${name}`}
            aria-controls="tab-panel"
            aria-selected={tab === name}
            tabIndex={tab === name ? 0 : -1}
            onClick={() => setTab(name)}
            className={`py-1 ${tab === name ? 'font-semibold shadow-[inset_0_-2px_0_var(--bill)]' : 'text-second'}`}
          >
            {tabs[name]} <kbd className="key">{{ facts: 'f', loads: 'l', log: 'g' }[name]}</kbd>
          </button>
        ))}
      </div>
      <div role="tabpanel" id="tab-panel" aria-labelledby={`tab-${tab}`} className="px-4 pb-6">
        {tab === 'facts' && <Facts dossier={dossier} today={today} zone={zone} />}
        {tab === 'loads' && (
          <Loads
            dossier={dossier}
            today={today}
            zone={zone}
            onMark={
              mayEdit
                ? (loadId, mark) => void acting.act({ intent: 'mark_load', loadId, mark }, 'Kept with the load')
                : null
            }
          />
        )}
        {tab === 'log' && (
          <ul>
            {dossier.log.map((entry) => (
              <li key={entry.id} className="grid grid-cols-[150px_130px_1fr] gap-3 border-b py-1">
                <span className="label">{momentWords(entry.at, now, zone)}</span>
                <span>{entry.actorName}</span>
                <span>{carrierLogWords(entry.kind, entry.data)}</span>
              </li>
            ))}
            {dossier.log.length === 0 && <li className="label py-2">Nothing has happened yet.</li>}
          </ul>
        )}
      </div>
      {open === 'contact' && <ContactDialog dossier={dossier} acting={acting} onClose={close} />}
      {open === 'payee' && <PayeeDialog dossier={dossier} acting={acting} onClose={close} />}
      {open === 'equipment' && <EquipmentDialog dossier={dossier} acting={acting} onClose={close} />}
      {open === 'ask' && <AskDialog dossier={dossier} acting={acting} onClose={close} />}
      {open === 'upload' && <UploadDialog carrierId={carrier.id} onClose={close} />}
      {open === 'bar' && (
        <ReasonDialog
          acting={acting}
          onClose={close}
          intent="do_not_use"
          title={`Do not use ${carrier.name}`}
          button="Do not use"
        />
      )}
      {open === 'lift' && (
        <ReasonDialog
          acting={acting}
          onClose={close}
          intent="lift_do_not_use"
          title={`Use ${carrier.name} again`}
          button="Use again"
        />
      )}
      {open !== null && typeof open === 'object' && (
        <CheckDialog dossier={dossier} paper={open.check} acting={acting} onClose={close} />
      )}
    </main>
  )
}

function Loads({
  dossier,
  today,
  zone,
  onMark,
}: {
  dossier: Dossier
  today: string
  zone: string
  onMark: ((loadId: number, mark: LoadMark) => void) | null
}) {
  return (
    <ul>
      {dossier.loads.map((load) => (
        <li
          key={load.id}
          className="grid grid-cols-[90px_100px_minmax(0,1fr)_90px_100px_70px_minmax(0,0.8fr)_150px] items-center gap-3 border-b py-1"
        >
          <Link to={`/loads/${load.id}`} className="font-mono text-dusk underline">
            {load.number}
          </Link>
          <span className="label">{dayWords(dayOf(toLocal(load.pickupAt, zone)), today)}</span>
          <span className="truncate">
            {load.originCity} {load.originRegion} to {load.destCity} {load.destRegion}
          </span>
          <span className="text-right font-mono">{load.payMinor === null ? '' : formatMoney(load.payMinor)}</span>
          <span>{loadStateWords[load.state].toLowerCase()}</span>
          <span className={load.onTime === false ? 'text-ring-text' : 'label'}>
            {load.onTime === null ? '' : load.onTime ? 'on time' : 'late'}
          </span>
          <span className="label truncate">{load.marks.map((mark) => markWords[mark]).join(', ')}</span>
          {onMark ? (
            <select
              aria-label={`Note on ${load.number}`}
              className="field !h-7"
              value=""
              onChange={(event) => event.target.value && onMark(load.id, event.target.value as LoadMark)}
            >
              <option value="">Note…</option>
              {loadMarks.map((mark) => (
                <option key={mark} value={mark}>
                  {markWords[mark]}
                </option>
              ))}
            </select>
          ) : (
            <span />
          )}
        </li>
      ))}
      {dossier.loads.length === 0 && <li className="label py-2">No load with us yet.</li>}
    </ul>
  )
}
