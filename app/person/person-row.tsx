import { momentWords } from '#core/time/words'
import type { PeopleAct } from '#server/people-page/act'
import type { ListedPerson } from '#server/people-page/read'
import { LinkButton } from '../ui/link-button'
import type { Acting } from '../ui/use-posted-act'

interface PersonRowProps {
  person: ListedPerson
  isMe: boolean
  now: number
  zone: string
  acting: Acting<PeopleAct>
  onChange: () => void
  onDeactivate: () => void
}

const stateWords = { invited: 'invited, not here yet', active: 'password', deactivated: 'deactivated' } as const

/** One of us: who, what they may do, how they sign in, and what can be done about it. */
export function PersonRow({ person, isMe, now, zone, acting, onChange, onDeactivate }: PersonRowProps) {
  const { id, name, mail, state } = person
  const post = (
    intent: 'invite_again' | 'send_reset' | 'reactivate' | 'end_sessions' | 'turn_off_second_factor',
    done: string,
  ) => void acting.act({ intent, userId: id }, done)
  return (
    <tr className={`border-b ${state === 'deactivated' ? 'text-second' : ''}`}>
      <td className="px-2 py-1.5 pl-4">
        <span className="font-semibold">{name}</span>
        {isMe && <span className="label"> (you)</span>}
        <br />
        <span className="label">{mail}</span>
      </td>
      <td className="px-2">{person.roleName}</td>
      <td className="px-2">{person.team || <span className="label">none</span>}</td>
      <td className="px-2">
        {state === 'active' && person.hasSecondFactor ? 'password and app' : stateWords[state]}
        {person.invitationUrl && <CopyLink url={person.invitationUrl} />}
      </td>
      <td className="px-2 whitespace-nowrap">
        {person.seenAt === null ? <span className="label">not signed in</span> : momentWords(person.seenAt, now, zone)}
      </td>
      <td className="px-2 text-right font-mono">{person.openLoads}</td>
      <td className="py-1 pr-4 pl-2">
        <span className="flex flex-wrap justify-end gap-x-3">
          {state === 'invited' && (
            <LinkButton onClick={() => post('invite_again', `Sent again to ${mail}`)}>Send again</LinkButton>
          )}
          {state === 'active' && !isMe && (
            <>
              <LinkButton onClick={() => post('send_reset', `A link for a new password goes to ${mail}`)}>
                New password
              </LinkButton>
              {person.seenAt !== null && (
                <LinkButton onClick={() => post('end_sessions', `${name} is signed out everywhere`)}>
                  Sign out
                </LinkButton>
              )}
              {person.hasSecondFactor && (
                <LinkButton onClick={() => post('turn_off_second_factor', `${name} signs in without the app`)}>
                  Turn app off
                </LinkButton>
              )}
            </>
          )}
          {state === 'deactivated' ? (
            <LinkButton onClick={() => post('reactivate', `${name} can sign in again`)}>Bring back</LinkButton>
          ) : (
            <LinkButton onClick={onChange} aria-label={`Change ${name}`}>
              Change
            </LinkButton>
          )}
          {state !== 'deactivated' && !isMe && (
            <LinkButton onClick={onDeactivate} aria-label={`Deactivate ${name}`}>
              Deactivate
            </LinkButton>
          )}
        </span>
      </td>
    </tr>
  )
}

/** The invitation's link, for an office whose email is not connected yet. */
function CopyLink({ url }: { url: string }) {
  return (
    <LinkButton className="ml-2" onClick={() => void navigator.clipboard.writeText(url)} title={url}>
      Copy link
    </LinkButton>
  )
}
