import { useEffect, useState } from 'react'
import { Form, Link, NavLink, useLocation, useNavigation } from 'react-router'
import type { Permission } from '#core/access/access'
import { dayOf, toLocal } from '#core/time/local'
import { clockWords, dayWords, zoneWords } from '#core/time/words'
import { Bell } from '../news/bell'
import { LinkButton } from '../ui/link-button'
import { Mark } from '../ui/mark'
import { AccountMenu } from './account-menu'

/** What stays at the top of every room: the rooms, the way to anything else, the desk's clock and who is here. */
export function Head({
  desk,
  tenders,
  onAsk,
}: {
  desk: {
    mailboxUrl: string | null
    now: number
    zone: string
    name: string
    role: string
    granted: readonly Permission[]
  }
  tenders: { open: number; soon: number }
  onAsk: () => void
}) {
  const busy = useNavigation().state !== 'idle'
  return (
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
        <RoomLink to="/capacity" words="Capacity" />
        <RoomLink to="/boards" words="Boards" />
        <RoomLink to="/customers" also={['/facilities']} words="Customers" />
        <RoomLink to="/carriers" also={['/vetting']} words="Carriers" />
      </nav>
      <span className={`ml-2 self-center text-sm ${busy ? 'label' : 'invisible'}`} role="status">
        {busy ? 'reading…' : ''}
      </span>
      <button
        type="button"
        onClick={onAsk}
        className="my-1.5 ml-auto flex w-56 items-center justify-between border border-strong bg-plain px-2 whitespace-nowrap text-second max-[1400px]:w-24"
      >
        <span>
          Find<span className="max-[1400px]:hidden"> a load, carrier, quote</span>
        </span>{' '}
        <kbd className="key">/</kbd>
      </button>
      {desk.mailboxUrl && (
        <a
          href={desk.mailboxUrl}
          target="_blank"
          rel="noreferrer"
          className="self-center px-3 link max-[1150px]:hidden"
        >
          Mailbox
        </a>
      )}
      <Bell zone={desk.zone} />
      <Clock now={desk.now} zone={desk.zone} name={desk.name} role={desk.role} granted={desk.granted} />
      <Form method="post" action="/sign-out" className="self-center">
        <LinkButton type="submit" className="pl-2 whitespace-nowrap">
          Sign out
        </LinkButton>
      </Form>
    </header>
  )
}

/** The link to a room, marked while one of its pages is open; `also` is another address that belongs to the room. */
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
        `flex items-center px-2.5 ${isActive || within ? 'font-semibold shadow-[inset_0_-2px_0_var(--bill)]' : 'text-second hover:text-ink'}`
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
function Clock({
  now,
  zone,
  ...who
}: {
  now: number
  zone: string
  name: string
  role: string
  granted: readonly Permission[]
}) {
  const [at, setAt] = useState(now)
  useEffect(() => {
    const timer = setInterval(() => setAt(Date.now()), 15_000)
    return () => clearInterval(timer)
  }, [])
  const local = toLocal(at, zone)
  return (
    <span className="self-center whitespace-nowrap text-second">
      <span className="max-[1150px]:hidden">{dayWords(dayOf(local))}, </span>
      <span className="max-[1000px]:hidden">
        {clockWords(local)} {zoneWords(at, zone)} ·{' '}
      </span>
      <AccountMenu {...who} />
    </span>
  )
}
