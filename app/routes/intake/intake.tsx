import { Link } from 'react-router'
import { may } from '#core/access/access'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { unreadMailCount } from '#server/message/unread'
import { officeOf } from '#server/office/office'
import { readIntake } from '#server/tender/intake'
import { Detail } from '../../intake/detail'
import { AnswerDialog, IntakeActions } from '../../intake/intake-actions'
import { focusFirstCode, type IntakeDesk, useIntakeDesk } from '../../intake/intake-desk'
import { IntakeHead } from '../../intake/intake-head'
import { IntakeLine } from '../../intake/intake-line'
import { TenderList } from '../../intake/tender-list'
import { type RoomKey, useKeys } from '../../ui/keys'
import type { Route } from './+types/intake'

export const meta: Route.MetaFunction = () => [{ title: 'Intake, Oxpecker' }]

export function loader({ request, context }: Route.LoaderArgs) {
  const now = Date.now()
  const notice = new URL(request.url).searchParams.get('notice')
  return {
    ...readIntake(database(), now),
    unreadMails: unreadMailCount(database()),
    now,
    zone: officeOf(database()).zone,
    asked: notice === null ? null : Number(notice),
    mayAnswer: may(viewer(context).role, 'answer_tenders'),
  }
}

export default function Intake({ loaderData }: Route.ComponentProps) {
  const desk = useIntakeDesk(loaderData)
  const { rows, now, zone, mayAnswer, chosen, detail, problem, reread } = desk
  useKeys('Intake', intakeKeys(desk))
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <IntakeLine tenders={rows} now={now} zone={zone} chosenId={chosen?.id ?? null} onChoose={desk.choose} />
      <IntakeHead desk={desk} />
      {rows.length === 0 ? (
        <NothingWaits />
      ) : (
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1.8fr)_minmax(0,1fr)]">
          <TenderList desk={desk} />
          <section aria-label="The chosen tender" tabIndex={0} className="min-h-0 overflow-y-auto">
            {detail ? (
              <Detail detail={detail} now={now} zone={zone} onMapped={reread} />
            ) : (
              <p className="label p-4">{problem ?? 'reading…'}</p>
            )}
          </section>
        </div>
      )}
      {rows.length > 0 && mayAnswer && <IntakeActions desk={desk} />}
      <AnswerDialog desk={desk} />
    </main>
  )
}

function intakeKeys(desk: IntakeDesk): RoomKey[] {
  const { step, openDialog, chosen, mark, mayAnswer, isAnswerable, isOnlyCancel } = desk
  const unanswerable = !mayAnswer || !isAnswerable
  return [
    { key: 'ArrowDown', words: 'next tender', run: () => step(1) },
    { key: 'ArrowUp', words: 'tender before', run: () => step(-1) },
    { key: 'a', words: 'accept the chosen or marked ones', run: () => openDialog('accept'), disabled: unanswerable },
    { key: 'd', words: 'decline the chosen or marked ones', run: () => openDialog('decline'), disabled: unanswerable },
    {
      key: 'c',
      words: 'settle a cancellation',
      run: () => openDialog('cancel'),
      disabled: !mayAnswer || !isOnlyCancel || !desk.detail,
    },
    { key: 'x', words: 'mark, for many at once', run: () => chosen && mark(chosen.id) },
    { key: 'y', words: 'mark all of this customer', run: desk.markAlike },
    { key: 'Escape', words: 'mark none', run: desk.markNone, disabled: desk.marked.size === 0 },
    { key: 'm', words: 'to the first code to be mapped', run: focusFirstCode },
  ]
}

function NothingWaits() {
  return (
    <section className="m-auto flex max-w-md flex-col gap-3 text-center">
      <h2 className="text-lg font-semibold">Nothing to answer</h2>
      <p>Tenders appear here by themselves, the one to be answered first on top.</p>
      <p>
        <Link className="link" to="/exchange">
          Received and sent
        </Link>
      </p>
    </section>
  )
}
