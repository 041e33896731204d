import { Link, useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { may } from '#core/access/access'
import { dayOf, toLocal } from '#core/time/local'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { unreadMail } from '#server/message/unread'
import { officeOf } from '#server/office/office'
import { factsOfMails } from '#server/truck/from-mail'
import { MailItem } from '../../intake/mail-item'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { postJson } from '../../ui/post'
import type { Route } from './+types/mail'

export const meta: Route.MetaFunction = () => [{ title: 'Email to read, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  const db = database()
  const now = Date.now()
  const { zone } = officeOf(db)
  const mails = unreadMail(db)
  const readings = factsOfMails(
    db,
    mails.map(({ id }) => id),
  )
  return {
    mails: mails.map((mail) => ({ ...mail, reading: readings.get(mail.id) ?? null })),
    ...{ now, zone, today: dayOf(toLocal(now, zone)) },
    mayEdit: may(viewer(context).role, 'edit_loads'),
  }
}

/** Emails that belong to no load, with the trucks and prices read from them, until somebody has read them or given them to one. */
export default function Mail({ loaderData }: Route.ComponentProps) {
  const { mails, now, zone, today, mayEdit } = loaderData
  const { revalidate } = useRevalidator()
  useLive(({ aggregate, kind }) => aggregate === 'floor' && kind === 'truck')
  /** The email that has the focus, else the first whose trucks wait. */
  const confirm = async () => {
    const focused = document.activeElement?.closest('[data-mail]')
    const waiting = focused ?? document.querySelector('[data-open]:not([data-open=""])')
    const ids = (waiting?.getAttribute('data-open') ?? '').split(' ').filter(Boolean).map(Number)
    if (ids.length === 0) return void toast('No truck waits to be confirmed here.')
    const answer = await postJson('/trucks/act', { intent: 'confirm_truck', ids })
    toast(answer.ok ? `${ids.length} ${ids.length === 1 ? 'truck is' : 'trucks are'} known` : answer.message)
    await revalidate()
  }
  const walk = (step: number) => {
    const all = [...document.querySelectorAll<HTMLElement>('[data-mail]')]
    const at = all.findIndex((each) => each.contains(document.activeElement))
    const next = all[Math.min(all.length - 1, Math.max(0, at + step))]
    next?.querySelector<HTMLElement>('[tabindex="0"], button, input')?.focus()
    next?.scrollIntoView({ block: 'nearest' })
  }
  useKeys('Email to read', [
    { key: 'y', words: 'confirm all trucks of this email', run: () => void confirm(), disabled: !mayEdit },
    { key: 'ArrowDown', words: 'next email', run: () => walk(1) },
    { key: 'ArrowUp', words: 'email before', run: () => walk(-1) },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-baseline gap-4 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">Email to read</h1>
        <span className="label">what came to us and belongs to no load</span>
        <span className="label ml-4">
          <span className="border-b-2 border-dusk">read as a truck</span>{' '}
          <span className="ml-2 border-b-2 border-dotted border-ring-text">not sure: Tab stops there</span>{' '}
          <span className="ml-2 border-b-2 border-ring">a price</span>
        </span>
        <Link to="/intake" className="ml-auto link">
          Intake
        </Link>
      </div>
      {mails.length === 0 ? (
        <p className="p-6">Nothing to read. What comes for a posted load is on that load.</p>
      ) : (
        <ul className="min-h-0 flex-1 overflow-y-auto px-4" tabIndex={0} aria-label="Email to read">
          {mails.map((mail) => (
            <MailItem
              key={mail.id}
              mail={mail}
              reading={mail.reading}
              now={now}
              zone={zone}
              today={today}
              mayEdit={mayEdit}
            />
          ))}
        </ul>
      )}
    </main>
  )
}
