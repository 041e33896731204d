import { may } from '#core/access/access'
import { viewer } from '#server/access/cookie'
import { readNeeds, readRecentChanges } from '#server/carrier/needs'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { ChangedList } from '../../carrier/changed-list'
import { LoadsInDoubt, PeopleNeeded, WarnedLetters } from '../../carrier/needs-list'
import { useLive } from '../../ui/live'
import type { Route } from './+types/attention'

export const meta: Route.MetaFunction = () => [{ title: 'Carriers that need attention, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  const now = Date.now()
  const who = viewer(context)
  return {
    needs: readNeeds(database(), now),
    changes: readRecentChanges(database(), now),
    now,
    zone: officeOf(database()).zone,
    me: who.name,
    mayEdit: may(who.role, 'edit_carriers'),
    mayApprove: may(who.role, 'approve_payee'),
  }
}

export default function AttentionPage({ loaderData }: Route.ComponentProps) {
  const { needs, changes, now, zone, mayEdit } = loaderData
  useLive(({ aggregate }) => aggregate === 'carrier')
  const nothing =
    needs.alerts.length +
      needs.lapsing.length +
      needs.payees.length +
      needs.documents.length +
      needs.missing.length +
      needs.letters.length ===
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
        <WarnedLetters needs={needs} now={now} zone={zone} />
        <LoadsInDoubt needs={needs} now={now} zone={zone} mayEdit={mayEdit} />
        <PeopleNeeded {...loaderData} />
      </section>
      <ChangedList changes={changes} now={now} zone={zone} />
    </main>
  )
}
