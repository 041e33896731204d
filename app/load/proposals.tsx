import { formatMoney } from '#core/money/money'
import { momentWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'
import type { Acting } from './use-act'

type Proposal = LoadPage['proposals'][number]

/** Prices that somebody named who is not known to be the carrier: each with what speaks for and against it, and none an offer before somebody says so. */
export function Proposals({
  page,
  acting,
  now,
  zone,
  mayHandle,
}: {
  page: LoadPage
  acting: Acting
  now: number
  zone: string
  mayHandle: boolean
}) {
  if (page.proposals.length === 0) return null
  return (
    <section
      aria-label="Prices to confirm"
      className="max-h-44 shrink-0 overflow-y-auto border-b border-strong px-4 pt-2 pb-1"
    >
      <div className="flex justify-between">
        <h2 className="head text-ring-text">Prices to confirm</h2>
        <span className="label">not offers until you say so</span>
      </div>
      <ul aria-label="Prices to confirm, newest first">
        {page.proposals.map((proposal, at) => (
          <Row
            key={proposal.id}
            proposal={proposal}
            isFirst={at === 0}
            acting={acting}
            now={now}
            zone={zone}
            mayHandle={mayHandle && page.load.state === 'uncovered'}
          />
        ))}
      </ul>
    </section>
  )
}

function Row({
  proposal,
  isFirst,
  acting,
  now,
  zone,
  mayHandle,
}: {
  proposal: Proposal
  isFirst: boolean
  acting: Acting
  now: number
  zone: string
  mayHandle: boolean
}) {
  const against = proposal.signs.filter(({ speaks }) => speaks === 'against')
  const inFavor = proposal.signs.filter(({ speaks }) => speaks === 'for')
  return (
    <li className="border-t py-1.5" data-proposal={proposal.id}>
      <div className="min-w-0">
        <p className="break-words">
          <b className="font-semibold">{proposal.carrierName ?? 'Nobody we know'}</b>, says {proposal.sender}{' '}
          <span className="label">
            {momentWords(proposal.receivedAt, now, zone)}
            {proposal.count > 1 ? `, ${proposal.count} messages` : ''}
          </span>
        </p>
        {against.length > 0 && (
          <p className="text-ring-text">Against: {against.map(({ words }) => words).join('; ')}</p>
        )}
        {inFavor.length > 0 && <p className="label">For: {inFavor.map(({ words }) => words).join('; ')}</p>}
      </div>
      {mayHandle && (
        <div className="mt-1 flex flex-wrap items-start gap-1.5">
          {proposal.carrierId !== null &&
            proposal.readings.map((payMinor, turn) => (
              <button
                key={payMinor}
                type="button"
                className="button"
                disabled={acting.busy}
                onClick={() => void confirmReading(acting, proposal, payMinor)}
              >
                Take as offer {formatMoney(payMinor)} {isFirst && <kbd className="key">{confirmKeys[turn]}</kbd>}
              </button>
            ))}
          <button
            type="button"
            className="button"
            disabled={acting.busy}
            onClick={() => void acting.act({ intent: 'dismiss_proposal', proposalId: proposal.id }, 'Dismissed')}
          >
            Dismiss {isFirst && <kbd className="key">0</kbd>}
          </button>
        </div>
      )}
      <details>
        <summary className="label">what it says</summary>
        <p className="whitespace-pre-wrap py-1">{proposal.text}</p>
      </details>
    </li>
  )
}

/** One key takes a reading of the newest proposal: `y` the likeliest, figures the others. */
export const confirmKeys = ['y', '2', '3', '4', '5', '6'] as const

/** Takes one amount of a proposal as the carrier’s offer. */
export function confirmReading(acting: Acting, proposal: Proposal, payMinor: number): Promise<unknown> {
  return acting.act(
    { intent: 'confirm_proposal', proposal: { proposalId: proposal.id, payMinor } },
    `${formatMoney(payMinor)} is an offer of ${proposal.carrierName} now`,
  )
}
