import { useState } from 'react'
import { may } from '#core/access/access'
import { viewer } from '#server/access/cookie'
import { readDossier } from '#server/carrier/dossier'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { type CarrierDesk, useCarrierDesk } from '../../carrier/carrier-desk'
import { CarrierDialog } from '../../carrier/carrier-dialog'
import { CarrierTabs, type Tab } from '../../carrier/carrier-tabs'
import { Contacts } from '../../carrier/contacts'
import { Documents } from '../../carrier/documents'
import { DossierHead } from '../../carrier/dossier-head'
import { Grades } from '../../carrier/grades'
import { GroupDrawing } from '../../carrier/group-drawing'
import { MailHabits } from '../../carrier/mail-habits'
import { VettingSide } from '../../carrier/vetting-side'
import { useKeys } from '../../ui/keys'
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
    zone: officeOf(database()).zone,
    me: who.name,
    mayEdit: may(who.role, 'edit_carriers'),
    mayApprove: may(who.role, 'approve_payee'),
  }
}

export default function Carrier({ loaderData }: Route.ComponentProps) {
  const desk = useCarrierDesk(loaderData)
  const { dossier, today, now, zone, me, mayEdit, mayApprove, acting, openDialog } = desk
  const [tab, setTab] = useState<Tab>('facts')
  useKeys('Carrier', [
    { key: 'c', words: 'add a contact', run: () => openDialog('contact'), disabled: !mayEdit },
    { key: 'y', words: 'who is paid', run: () => openDialog('payee'), disabled: !mayEdit },
    { key: 'e', words: 'equipment and trailers', run: () => openDialog('equipment'), disabled: !mayEdit },
    { key: 'p', words: 'request documents or the signature', run: () => openDialog('ask'), disabled: !mayEdit },
    { key: 'r', words: 'check the register', run: () => askRegister(desk), disabled: !mayEdit },
    { key: 'f', words: 'facts over time', run: () => setTab('facts') },
    { key: 'l', words: 'their loads', run: () => setTab('loads') },
    { key: 'g', words: 'what happened', run: () => setTab('log') },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col overflow-y-auto">
      <DossierHead dossier={dossier} now={now} zone={zone}>
        {mayEdit && <HeadButtons desk={desk} />}
      </DossierHead>
      <div className="grid grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)_minmax(0,1fr)] gap-x-6 px-4 py-2">
        <div className="flex min-w-0 flex-col gap-3">
          <VettingSide desk={desk} />
        </div>
        <div className="flex min-w-0 flex-col gap-3">
          <Contacts
            dossier={dossier}
            acting={acting}
            mayEdit={mayEdit}
            mayApprove={mayApprove}
            me={me}
            onAdd={() => openDialog('contact')}
            onPayee={() => openDialog('payee')}
          />
          <Grades grades={dossier.grades} />
          <MailHabits habits={dossier.habits} mayEdit={mayEdit} />
        </div>
        <div className="flex min-w-0 flex-col gap-3">
          <Documents
            dossier={dossier}
            today={today}
            zone={zone}
            mayEdit={mayEdit}
            onAsk={() => openDialog('ask')}
            onUpload={() => openDialog('upload')}
            onCheck={(document) => openDialog({ check: document })}
          />
          <GroupDrawing dossier={dossier} />
        </div>
      </div>
      <CarrierTabs desk={desk} tab={tab} onTab={setTab} />
      <CarrierDialog desk={desk} />
    </main>
  )
}

const askRegister = ({ acting }: CarrierDesk) => void acting.act({ intent: 'refresh' }, 'The register was checked')

function HeadButtons({ desk }: { desk: CarrierDesk }) {
  const { doNotUse } = desk.dossier.carrier
  return (
    <>
      <button type="button" className="button" disabled={desk.acting.busy} onClick={() => askRegister(desk)}>
        Check the register <kbd className="key">r</kbd>
      </button>
      <button type="button" className="button" onClick={() => desk.openDialog('equipment')}>
        Equipment <kbd className="key">e</kbd>
      </button>
      <button type="button" className="button" onClick={() => desk.openDialog(doNotUse ? 'lift' : 'bar')}>
        {doNotUse ? 'Use again' : 'Do not use'}
      </button>
    </>
  )
}
