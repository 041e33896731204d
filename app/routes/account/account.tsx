import { roleName } from '#core/access/access'
import { sessionContext } from '#server/access/context'
import { viewer } from '#server/access/cookie'
import { preferencesOf } from '#server/access/preferences'
import { recoveryCodesLeft } from '#server/access/second-factor'
import { sessionsOf } from '#server/access/sessions'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { readPerson } from '#server/person/subject'
import { OwnFacts } from '../../person/own-facts'
import { OwnLooks } from '../../person/own-looks'
import { OwnPassword } from '../../person/own-password'
import { SecondFactor } from '../../person/second-factor'
import { Sessions } from '../../person/sessions'
import { Alert } from '../../ui/alert'
import type { Route } from './+types/account'

export const meta: Route.MetaFunction = () => [{ title: 'My account, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  const who = viewer(context)
  const db = database()
  const own = readPerson(db, who.id)
  if (!own) throw new Response('There is no such person.', { status: 404 })
  const { name, mail, phone, hasSecondFactor } = own
  return {
    own: { name, mail, phone },
    role: roleName(who.role),
    owes: who.owesSecondFactor ?? false,
    hasSecondFactor,
    codesLeft: recoveryCodesLeft(db, who.id),
    sessions: sessionsOf(db, who.id, context.get(sessionContext)),
    preferences: preferencesOf(db, who.id),
    now: Date.now(),
    zone: officeOf(db).zone,
  }
}

export default function Account({ loaderData }: Route.ComponentProps) {
  const { own, role, owes, hasSecondFactor, codesLeft, sessions, preferences, now, zone } = loaderData
  return (
    <main className="flex min-h-0 flex-1 flex-col overflow-y-auto">
      <header className="flex items-center gap-3 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">My account</h1>
        <span className="label">{role}</span>
        {owes && (
          <Alert>
            {`A${/^[aeiou]/i.test(role) ? 'n' : ''} ${role} signs in with an authenticator app here: set yours up to go on.`}
          </Alert>
        )}
      </header>
      <div className="grid grid-cols-3 gap-8 px-4 py-4 max-lg:grid-cols-1">
        <div className="flex flex-col gap-6">
          <OwnFacts own={own} />
          <OwnLooks preferences={preferences} />
        </div>
        <div className="flex flex-col gap-6">
          <OwnPassword mail={own.mail} />
          <SecondFactor isOn={hasSecondFactor} codesLeft={codesLeft} />
        </div>
        <Sessions sessions={sessions} now={now} zone={zone} />
      </div>
    </main>
  )
}
