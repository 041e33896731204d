import { equipmentWords } from '#core/load/words'
import { monthDayWords } from '#core/time/words'
import type { Dossier } from '#server/carrier/dossier'
import { LinkButton } from '../ui/link-button'
import { usePostedAct } from '../ui/use-posted-act'

/** What was learnt of how this carrier writes, each to be taken back. */
export function MailHabits({ habits, mayEdit }: { habits: Dossier['habits']; mayEdit: boolean }) {
  const acting = usePostedAct<{ intent: 'forget_habit'; id: number }>('/trucks/act')
  if (habits.length === 0) return null
  return (
    <section aria-label="How their email is read">
      <h2 className="head">How their email is read</h2>
      <ul>
        {habits.map(({ id, kind, words, meaning, learntBy, learntAt }) => (
          <li key={id} className="flex items-baseline gap-2 border-b py-1">
            <span className="min-w-0 flex-1">
              “{words}” is{' '}
              {kind === 'place' ? meaning : equipmentWords[meaning as keyof typeof equipmentWords].toLowerCase()}
              <span className="label">
                {' '}
                {learntBy}, {monthDayWords(new Date(learntAt).toISOString().slice(0, 10))}
              </span>
            </span>
            {mayEdit && (
              <LinkButton
                disabled={acting.busy}
                onClick={() => void acting.act({ intent: 'forget_habit', id }, 'Forgotten')}
              >
                Forget
              </LinkButton>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
