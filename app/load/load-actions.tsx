import { Link } from 'react-router'
import type { LoadState } from '#core/load/load'
import { loadStateWords } from '#core/load/words'
import type { RoomKey } from '../ui/keys'
import type { LoadDesk } from './load-desk'

const shown: { key: string; first?: boolean; short: string }[] = [
  { key: 'a', first: true, short: 'Award' },
  { key: 's', first: true, short: 'Send confirmation' },
  { key: 'c', short: 'Counter' },
  { key: 'x', short: 'Decline' },
  { key: 'p', short: 'Post' },
  { key: 'd', short: 'Take down' },
  { key: 'u', short: 'Find trucks' },
  { key: 'l', short: 'Limits' },
  { key: 'b', short: 'Change pay' },
  { key: 't', short: 'Check call' },
  { key: 'e', short: 'Change load' },
]

/** The bar of actions: each with its key; what cannot be done now is not in the way. */
export function LoadActions({ desk, keys }: { desk: LoadDesk; keys: RoomKey[] }) {
  return (
    <footer className="flex shrink-0 flex-wrap gap-2 border-t border-strong bg-sheet px-4 py-2">
      {shown.map(({ key, first, short }) => {
        const action = keys.find((each) => each.key === key)
        if (!action || action.disabled) return null
        return (
          <button
            key={key}
            type="button"
            className={`button ${first ? 'first' : ''}`}
            onClick={action.run}
            title={action.words}
          >
            {shortWords(desk, key, short)} <kbd className="key">{key}</kbd>
          </button>
        )
      })}
      <span className="ml-auto flex gap-2">
        <LifeButtons desk={desk} />
      </span>
    </footer>
  )
}

/** What a button says where it depends on how the load stands. */
function shortWords({ page, posting }: LoadDesk, key: string, short: string): string {
  if (key === 'p' && posting) return 'Postings'
  return key === 'u' && page.carrier ? 'Next load' : short
}

/** The steps of the load's life that can come next, and the ways out of it. */
function LifeButtons({ desk }: { desk: LoadDesk }) {
  const { page, acting, openDialog, mayEdit, mayAward } = desk
  const { id, state } = page.load
  const { acts, steps } = page.possible
  const isStopped = page.sell.lines.some(({ charge }) => charge.kind === 'truck_ordered_not_used')
  return (
    <>
      {acts.open === null && mayEdit && (
        <button
          type="button"
          className="button first"
          disabled={acting.busy}
          onClick={() => void acting.act({ intent: 'open' }, 'Open for cover')}
        >
          Open for cover
        </button>
      )}
      {mayEdit && steps.map((step) => <StepButton key={step.to} desk={desk} {...step} />)}
      {mayEdit && state === 'cancelled' && isStopped && (
        <button
          type="button"
          className="button"
          disabled={acting.busy}
          onClick={() => void acting.act({ intent: 'bill' }, 'Billed')}
        >
          Ready to bill
        </button>
      )}
      {mayAward && acts.release === null && (
        <button type="button" className="button" onClick={() => openDialog({ kind: 'release' })}>
          Carrier fell through
        </button>
      )}
      {mayEdit && acts.withdraw === null && (
        <button type="button" className="button" onClick={() => openDialog({ kind: 'withdraw' })}>
          Back to draft
        </button>
      )}
      {mayEdit && acts.cancel === null && (
        <button type="button" className="button" onClick={() => openDialog({ kind: 'cancel' })}>
          Cancel load
        </button>
      )}
      <Link className="button" to={`/loads/new?copy=${id}`} hidden={!mayEdit}>
        Copy <kbd className="key">k</kbd>
      </Link>
    </>
  )
}

/** One step by hand; where it is refused just now its title says why. */
function StepButton({ desk, to, refusal }: { desk: LoadDesk; to: LoadState; refusal: string | null }) {
  const { page, acting, openDialog } = desk
  const isDispatch = to === 'dispatched'
  const advance = () => void acting.act({ intent: 'advance', to })
  return (
    <button
      type="button"
      className={`button ${isDispatch && refusal === null ? 'first' : ''}`}
      disabled={acting.busy || refusal !== null}
      title={refusal ?? undefined}
      onClick={isDispatch ? () => openDialog({ kind: 'dispatch' }) : advance}
    >
      {to === 'invoiced' && page.load.state === 'paperwork_in'
        ? 'Ready to bill'
        : `Mark ${loadStateWords[to].toLowerCase()}`}
    </button>
  )
}
