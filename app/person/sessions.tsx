import { momentWords } from '#core/time/words'
import { LinkButton } from '../ui/link-button'
import { usePostedAct } from '../ui/use-posted-act'

interface ListedSession {
  id: string
  device: string
  caller: string
  startedAt: number
  seenAt: number
  isThisOne: boolean
}

type SessionAct = { intent: 'end_session'; id: string } | { intent: 'end_other_sessions' }

/** Where I am signed in; each can be ended, or all but this one. */
export function Sessions({ sessions, now, zone }: { sessions: ListedSession[]; now: number; zone: string }) {
  const { act } = usePostedAct<SessionAct>('/account/act')
  return (
    <section aria-labelledby="sessions">
      <h2 id="sessions" className="head">
        Signed in on
      </h2>
      <ul className="mt-2">
        {sessions.map(({ id, device, caller, startedAt, seenAt, isThisOne }) => (
          <li key={id} className="flex items-start justify-between gap-3 border-t py-1.5">
            <span>
              <span className="font-semibold">{device || 'unknown device'}</span>
              {isThisOne && <span className="text-acacia"> this one</span>}
              <br />
              <span className="label">
                {caller || 'address not known'} · last used {momentWords(seenAt, now, zone)}
                {startedAt > 0 && ` · since ${momentWords(startedAt, now, zone)}`}
              </span>
            </span>
            {!isThisOne && (
              <LinkButton onClick={() => void act({ intent: 'end_session', id }, 'Ended')}>End</LinkButton>
            )}
          </li>
        ))}
      </ul>
      {sessions.length > 1 && (
        <button
          type="button"
          className="button mt-2"
          onClick={() => void act({ intent: 'end_other_sessions' }, 'All other sessions have ended')}
        >
          End all others
        </button>
      )}
    </section>
  )
}
