import { useEffect, useRef, useState } from 'react'
import { Form, Link, NavLink, Outlet, useFetcher, useLocation, useNavigate, useNavigation } from 'react-router'
import { Toaster, toast } from 'sonner'
import { may } from '#core/access/access'
import { dayOf, toLocal } from '#core/time/local'
import { clockWords, dayWords, zoneWords } from '#core/time/words'
import { signedInPage, viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { lastEventId } from '#server/event/event'
import type { Warning } from '#server/live/live'
import { heldEntries } from '#server/outbox/outbox'
import { brokerage, settings } from '#server/settings.server'
import { tenderCounts } from '#server/tender/expire'
import { CommandLine } from '../../ui/command-line'
import { HeldLine } from '../../ui/held-line'
import { KeyHelp } from '../../ui/key-help'
import { KeysProvider, type RoomKey, useKeyList, useKeys, useReady } from '../../ui/keys'
import { LiveProvider, useChanges, useWarnings } from '../../ui/live'
import { Mark } from '../../ui/mark'
import type { Route } from './+types/desk'

export const middleware: Route.MiddlewareFunction[] = [signedInPage]

export function loader({ context }: Route.LoaderArgs) {
  const { name, role } = viewer(context)
  // Before anything else is read: what happens from here on is not on the page yet.
  const upTo = lastEventId(database())
  const now = Date.now()
  return {
    name,
    role,
    upTo,
    tenders: tenderCounts(database(), now),
    held: heldEntries(database()),
    mayRelease: may(role, 'set_partners'),
    mayEdit: may(role, 'edit_loads'),
    mailboxUrl: settings().OX_MAILBOX_URL ?? null,
    zone: brokerage.zone,
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
  const keyList = useKeyList()
  const ready = useReady()
  const busy = useNavigation().state !== 'idle'
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
    { key: '/', words: 'go to a load or an action; Shift+Enter there copies the load', run: () => setAsking(true) },
    { key: 'h', words: 'Horizon', run: () => navigate('/') },
    { key: 'q', words: 'Quotes', run: () => navigate('/quotes') },
    { key: 'i', words: 'Intake', run: () => navigate('/intake') },
    { key: 'u', words: 'Carriers', run: () => navigate('/carriers') },
    { key: 'n', words: 'new load', run: () => navigate('/loads/new'), disabled: !desk.mayEdit },
    { key: '?', words: 'these keys', run: () => setHelp(keyList()) },
  ])
  return (
    <div className="flex h-dvh flex-col overflow-hidden" data-ready={ready || undefined}>
      <header className="flex h-11 shrink-0 items-stretch gap-1 border-b border-strong bg-sheet px-4">
        <Link to="/" aria-label="Oxpecker, to the Horizon" className="mr-2 flex items-center">
          <Mark className="h-6 w-8" />
        </Link>
        <nav aria-label="Rooms" className="flex items-stretch">
          <RoomLink to="/" words="Horizon" />
          <RoomLink to="/quotes" also={['/fuel']} words="Quotes" />
          <RoomLink
            to="/intake"
            also={['/exchange', '/answering', '/partners']}
            words="Intake"
            count={tenders.open}
            pressing={tenders.soon}
          />
          <RoomLink to="/loads" words="Loads" />
          <RoomLink to="/carriers" also={['/vetting']} words="Carriers" />
        </nav>
        <span className={`ml-2 self-center text-sm ${busy ? 'label' : 'invisible'}`} role="status">
          {busy ? 'reading…' : ''}
        </span>
        <button
          type="button"
          onClick={() => setAsking(true)}
          className="my-1.5 ml-auto flex w-64 items-center justify-between border border-strong bg-plain px-2 text-second"
        >
          Go to a load, action <kbd className="key">/</kbd>
        </button>
        {desk.mailboxUrl && (
          <a href={desk.mailboxUrl} target="_blank" rel="noreferrer" className="self-center px-3 text-dusk underline">
            Mailbox
          </a>
        )}
        <Clock now={desk.now} zone={desk.zone} name={desk.name} role={desk.role} />
        <Form method="post" action="/sign-out" className="self-center">
          <button type="submit" className="pl-2 text-dusk underline">
            Sign out
          </button>
        </Form>
      </header>
      <HeldLine held={desk.held} mayRelease={desk.mayRelease} />
      <Outlet />
      <CommandLine open={asking} onClose={() => setAsking(false)} mayEdit={desk.mayEdit} />
      <KeyHelp open={help !== null} onClose={() => setHelp(null)} list={help ?? []} />
      <Toaster
        position="bottom-center"
        toastOptions={{ classNames: { toast: '!rounded-none !border-ink !bg-sheet !text-ink !font-sans' } }}
      />
    </div>
  )
}

/** The way to a room; the room is marked while one of its pages is open, `also` where that stands at another address. */
function RoomLink({
  to,
  also,
  words,
  count = 0,
  pressing = 0,
}: {
  to: string
  also?: string[]
  words: string
  count?: number
  pressing?: number
}) {
  const { pathname } = useLocation()
  const within = also?.some((each) => pathname.startsWith(each)) ?? false
  return (
    <NavLink
      to={to}
      end={to === '/'}
      className={({ isActive }) =>
        `flex items-center px-3 ${isActive || within ? 'font-semibold shadow-[inset_0_-2px_0_var(--bill)]' : 'text-second hover:text-ink'}`
      }
    >
      {words}
      {count > 0 && (
        <span className={`ml-1.5 font-mono text-sm ${pressing > 0 ? 'font-semibold text-bill' : 'text-second'}`}>
          {pressing > 0 ? `${pressing}/${count}` : count}
          <span className="sr-only">{pressing > 0 ? ` to answer, ${pressing} very soon` : ' to answer'}</span>
        </span>
      )}
    </NavLink>
  )
}

/** The desk's clock, in the desk's zone. It moves by itself once the page is there. */
function Clock({ now, zone, name, role }: { now: number; zone: string; name: string; role: string }) {
  const [at, setAt] = useState(now)
  useEffect(() => {
    const timer = setInterval(() => setAt(Date.now()), 15_000)
    return () => clearInterval(timer)
  }, [])
  const local = toLocal(at, zone)
  return (
    <span className="self-center whitespace-nowrap text-second">
      {dayWords(dayOf(local))}, {clockWords(local)} {zoneWords(at, zone)} · <span className="text-ink">{name}</span>
      {role !== 'rep' && ` (${role})`}
    </span>
  )
}
