import { Link } from 'react-router'
import { may } from '#core/access/access'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { unreadMail } from '#server/message/unread'
import { officeOf } from '#server/office/office'
import { MailItem } from '../../intake/mail-item'
import type { Route } from './+types/mail'

export const meta: Route.MetaFunction = () => [{ title: 'Email to read, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  return {
    mails: unreadMail(database()),
    now: Date.now(),
    zone: officeOf(database()).zone,
    mayEdit: may(viewer(context).role, 'edit_loads'),
  }
}

/** Emails that belong to no load, until somebody has read them or given them to one. */
export default function Mail({ loaderData }: Route.ComponentProps) {
  const { mails, now, zone, mayEdit } = loaderData
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-baseline gap-4 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">Email to read</h1>
        <span className="label">what came to us and belongs to no load</span>
        <Link to="/intake" className="ml-auto link">
          Intake
        </Link>
      </div>
      {mails.length === 0 ? (
        <p className="p-6">Nothing to read. What comes for a posted load is on that load.</p>
      ) : (
        <ul className="min-h-0 flex-1 overflow-y-auto px-4" tabIndex={0} aria-label="Email to read">
          {mails.map((mail) => (
            <MailItem key={mail.id} mail={mail} now={now} zone={zone} mayEdit={mayEdit} />
          ))}
        </ul>
      )}
    </main>
  )
}
