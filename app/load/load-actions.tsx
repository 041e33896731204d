import { Link } from 'react-router'
import { stepsFrom } from '#core/load/decide'
import type { LoadState } from '#core/load/load'
import { awaitingPickup, cancellable } from '#core/load/states'
import { loadStateWords } from '#core/load/words'
import type { RoomKey } from '../ui/keys'
import type { LoadDesk } from './load-desk'

const shown: { key: string; first?: boolean; short: string }[] = [
  { key: 'a', first: true, short: 'Award' },
  { key: 's', first: true, short: 'Send confirmation' },
  { key: 'c', short: 'Counter' },
  { key: 'x', short: 'Decline' },
  { key: 'p', short: 'Post' },
  { key: 'l', short: 'Limits' },
  { key: 'b', short: 'Change pay' },
  { key: 't', short: 'Check call' },
  { key: 'e', short: 'Change load' },
]

/** The bar of actions: each with its key; what cannot be done now is not in the way. */
export function LoadActions({ desk, keys }: { desk: LoadDesk; keys: RoomKey[] }) {
  return (
    <footer className="flex shrink-0 gap-2 border-t border-strong bg-sheet px-4 py-2">
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
            {key === 'p' && desk.posting ? 'Take down' : short} <kbd className="key">{key}</kbd>
          </button>
        )
      })}
      <span className="ml-auto flex gap-2">
        <LifeButtons desk={desk} />
      </span>
    </footer>
  )
}

/** The steps of the load's life that can come next, and the ways out of it. */
function LifeButtons({ desk }: { desk: LoadDesk }) {
  const { page, acting, openDialog, mayEdit, mayAward } = desk
  const { id, state } = page.load
  const isStopped = page.sell.lines.some(({ charge }) => charge.kind === 'truck_ordered_not_used')
  return (
    <>
      {state === 'draft' && mayEdit && (
        <button
          type="button"
          className="button first"
          disabled={acting.busy}
          onClick={() => void acting.act({ intent: 'open' }, 'Open for cover')}
        >
          Open for cover
        </button>
      )}
      {mayEdit && stepsFrom(state).map((to) => <StepButton key={to} desk={desk} to={to} />)}
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
      {mayAward && awaitingPickup.has(state) && (
        <button type="button" className="button" onClick={() => openDialog({ kind: 'release' })}>
          Carrier fell through
        </button>
      )}
      {mayEdit && cancellable.has(state) && (
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

function StepButton({ desk, to }: { desk: LoadDesk; to: LoadState }) {
  const { page, acting, openDialog, isConfirmed } = desk
  const isDispatch = to === 'dispatched'
  const advance = () => void acting.act({ intent: 'advance', to })
  return (
    <button
      type="button"
      className={`button ${isConfirmed && isDispatch ? 'first' : ''}`}
      disabled={acting.busy || (isDispatch && !isConfirmed)}
      title={isDispatch && !isConfirmed ? 'Once the carrier has accepted' : undefined}
      onClick={isDispatch ? () => openDialog({ kind: 'dispatch' }) : advance}
    >
      {to === 'invoiced' && page.load.state === 'paperwork_in'
        ? 'Ready to bill'
        : `Mark ${loadStateWords[to].toLowerCase()}`}
    </button>
  )
}
