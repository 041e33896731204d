import { useRef, useState } from 'react'
import { Outlet, useFetcher, useLocation, useNavigate } from 'react-router'
import { Toaster, toast } from 'sonner'
import { may, permissionsOf, roleName } from '#core/access/access'
import { dayOf, toLocal } from '#core/time/local'
import { clockWords } from '#core/time/words'
import { signedInPage, viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { lastEventId } from '#server/event/event'
import type { Warning } from '#server/live/live'
import { officeOf } from '#server/office/office'
import { heldEntries } from '#server/outbox/outbox'
import { settings } from '#server/settings.server'
import { tenderCounts } from '#server/tender/expire'
import { Head } from '../../desk/head'
import { meaningsAt } from '../../desk/meanings'
import { rooms } from '../../desk/rooms'
import { CommandLine } from '../../ui/command-line'
import { HeldLine } from '../../ui/held-line'
import { KeyHelp } from '../../ui/key-help'
import { KeysProvider, type RoomKey, useKeyList, useKeys, useReady } from '../../ui/keys'
import { LiveProvider, useChanges, useWarnings } from '../../ui/live'
import { UndoKey } from '../../ui/undo'
import type { Route } from './+types/desk'

export const middleware: Route.MiddlewareFunction[] = [signedInPage]

export function loader({ context }: Route.LoaderArgs) {
  const { name, role } = viewer(context)
  // Before anything else is read: what happens from here on is not on the page yet.
  const upTo = lastEventId(database())
  const now = Date.now()
  return {
    name,
    role: roleName(role),
    upTo,
    tenders: tenderCounts(database(), now),
    held: heldEntries(database()),
    mayRelease: may(role, 'set_partners'),
    granted: permissionsOf(role),
    mailboxUrl: settings().OX_MAILBOX_URL ?? null,
    zone: officeOf(database()).zone,
    now,
  }
}

export default function Desk({ loaderData }: Route.ComponentProps) {
  return (
    <KeysProvider>
      <LiveProvider readAt={loaderData.now} upTo={loaderData.upTo}>
        <Room {...loaderData} />
      </LiveProvider>
    </KeysProvider>
  )
}

function Room(desk: Route.ComponentProps['loaderData']) {
  const [asking, setAsking] = useState(false)
  const [help, setHelp] = useState<[string, RoomKey[]][] | null>(null)
  const navigate = useNavigate()
  const mayEdit = desk.granted.includes('edit_loads')
  const { pathname } = useLocation()
  const keyList = useKeyList()
  const ready = useReady()
  // The page that is open is not read again for a count.
  const counts = useFetcher<typeof desk.tenders>()
  const tenders = counts.data ?? desk.tenders
  const counting = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  const refreshCounts = () => {
    clearTimeout(counting.current)
    counting.current = setTimeout(() => void counts.load('/intake/counts'), 150)
  }
  useChanges(({ aggregate }) => {
    if (aggregate === 'tender' || aggregate === 'everything') refreshCounts()
  })
  useWarnings((data) => {
    const warning = JSON.parse(data) as Warning
    const local = toLocal(warning.respondBy, desk.zone)
    toast(`${warning.shipmentId} of ${warning.customerName} has to be answered by ${clockWords(local)}`, {
      className: '!text-bill',
      duration: 20_000,
      action: { label: 'Intake', onClick: () => navigate('/intake') },
    })
  })
  useKeys('Everywhere', [
    {
      key: '/',
      words: 'find a load, carrier, customer, quote or room; Shift+Enter there copies the load',
      run: () => setAsking(true),
    },
    { key: 'h', words: 'Horizon', run: () => navigate('/') },
    { key: 'q', words: 'Quotes', run: () => navigate('/quotes') },
    { key: 'i', words: 'Intake', run: () => navigate('/intake') },
    { key: 'u', words: 'Carriers', run: () => navigate('/carriers') },
    ...rooms.flatMap(({ key, to, words, needs }) =>
      key && key !== 'n' && (!needs || desk.granted.includes(needs))
        ? [{ key, words: words.split(':')[0]!, run: () => navigate(to) }]
        : [],
    ),
    { key: 'n', words: 'new load', run: () => navigate('/loads/new'), disabled: !mayEdit },
    { key: '?', words: 'these keys', run: () => setHelp(keyList()) },
  ])
  return (
    <div className="flex h-dvh flex-col overflow-hidden" data-ready={ready || undefined}>
      <Head desk={desk} tenders={tenders} onAsk={() => setAsking(true)} />
      <HeldLine held={desk.held} mayRelease={desk.mayRelease} />
      <Outlet />
      <CommandLine
        open={asking}
        onClose={() => setAsking(false)}
        granted={desk.granted}
        today={dayOf(toLocal(desk.now, desk.zone))}
      />
      <KeyHelp open={help !== null} onClose={() => setHelp(null)} list={help ?? []} meanings={meaningsAt(pathname)} />
      <UndoKey />
      <Toaster
        position="bottom-center"
        toastOptions={{ classNames: { toast: '!rounded-none !border-ink !bg-sheet !text-ink !font-sans' } }}
      />
    </div>
  )
}
