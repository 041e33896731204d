import { momentWords } from '#core/time/words'
import type { ProjectPage } from '#server/bid/read'
import { LinkButton } from '../ui/link-button'

type Invite = ProjectPage['invites'][number]

interface CarrierSideProps {
  project: ProjectPage
  now: number
  zone: string
  onSheet: ((carrierId: number, name: string) => void) | null
}

/** Who was asked to bid and what each answered. */
export function CarrierSide({ project, now, zone, onSheet }: CarrierSideProps) {
  const { invites, questions, lanes } = project
  const counts = new Map<number, number>()
  for (const { bids } of lanes)
    for (const { carrierId } of bids) counts.set(carrierId, (counts.get(carrierId) ?? 0) + 1)
  return (
    <section aria-label="Carriers" className="pb-3">
      <h2 className="head">
        Carriers{' '}
        {invites.length > 0 && (
          <span className="label">
            {invites.filter(({ state }) => state !== 'invited').length} of {invites.length} answered
          </span>
        )}
      </h2>
      {invites.length === 0 && <p className="label border-t py-1">Nobody is invited yet (i).</p>}
      <ul aria-label="Invited carriers">
        {invites.map((invite) => (
          <li key={invite.carrierId} className="border-t py-1">
            <span className="flex items-baseline justify-between gap-2">
              <a className="min-w-0 truncate font-semibold" href={`/carriers/${invite.carrierId}`}>
                {invite.name}
              </a>
              {onSheet && (
                <LinkButton
                  className="whitespace-nowrap"
                  onClick={() => onSheet(invite.carrierId, invite.name)}
                  aria-label={`Enter the sheet of ${invite.name}`}
                >
                  Enter its sheet
                </LinkButton>
              )}
            </span>
            <span className={`block ${tones[invite.state]}`}>
              {answerWords(invite, counts.get(invite.carrierId) ?? 0, now, zone)}
            </span>
            {invite.answers.map(
              (answer, at) =>
                answer !== '' && (
                  <span key={at} className="label block">
                    {questions[at]}: {answer}
                  </span>
                ),
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

const tones: Record<Invite['state'], string> = { invited: 'text-second', bid: 'text-acacia', declined: 'text-ink' }

function answerWords(invite: Invite, lanes: number, now: number, zone: string): string {
  const { state, answeredAt, openedAt, remindedAt, declineReason } = invite
  if (state === 'bid')
    return `bid${lanes > 0 ? ` on ${lanes} ${lanes === 1 ? 'lane' : 'lanes'}` : ''}, ${momentWords(answeredAt!, now, zone)}`
  if (state === 'declined') return `does not bid${declineReason ? `: ${declineReason}` : ''}`
  const seen = openedAt === null ? 'not opened yet' : `opened ${momentWords(openedAt, now, zone)}, no bid yet`
  return remindedAt === null ? seen : `${seen}; reminded ${momentWords(remindedAt, now, zone)}`
}
