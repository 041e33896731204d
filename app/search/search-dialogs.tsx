import { useState } from 'react'
import { useNavigate } from 'react-router'
import { formatAmount } from '#core/money/money'
import { momentWords } from '#core/time/words'
import type { FoundRow } from '#server/search/find'
import type { FittingLoad } from '#server/search/for-load'
import { Dialog } from '../ui/dialog'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'
import { useFetched } from '../ui/use-fetched'
import { laneWords, spanOfDays, truckWords } from './found-words'
import { offerAddress } from './offer-address'

/** Saves a search under a name; it stays live from then on. */
export function SaveSearchDialog({
  line,
  kind,
  onClose,
  onSaved,
}: {
  line: string
  kind: 'truck' | 'load'
  onClose: () => void
  onSaved: () => void
}) {
  const [name, setName] = useState(line.slice(0, 60))
  return (
    <FormDialog
      title="Save this search"
      button="Save"
      note="New hits are counted beside its name and announced with a sound."
      save={() => postJson('/boards/search/act', { intent: 'save_search', name, line, kind })}
      onSaved={() => {
        onSaved()
        onClose()
      }}
      onClose={onClose}
    >
      {(error) => (
        <Field
          label="Name"
          value={name}
          onChange={(event) => setName(event.target.value)}
          onFocus={(event) => event.target.select()}
          error={error('name')}
          autoFocus
        />
      )}
    </FormDialog>
  )
}

/** A truck that was found: who to call, and for which of our loads the offer is recorded. */
export function CallDialog({
  row,
  now,
  onClose,
  onProblem,
}: {
  row: FoundRow
  now: number
  onClose: () => void
  onProblem: (words: string) => void
}) {
  const { posting } = row
  const { lat, lon } = posting.origin
  const { data, problem } = useFetched<FittingLoad[]>(
    `/boards/fits?lat=${lat}&lon=${lon}&equipment=${posting.equipment}`,
  )
  const navigate = useNavigate()
  const offer = async (load: FittingLoad) => {
    const address = await offerAddress(row, load.id)
    if ('to' in address) void navigate(address.to)
    else onProblem(address.problem)
  }
  const { from, to } = laneWords(posting)
  return (
    <Dialog open onClose={onClose} title={posting.company ?? 'A truck'} wide>
      <p className="text-lg">
        <span className="font-mono">{posting.phone ?? 'no phone shown'}</span>
        {posting.mc && <span className="label"> MC {posting.mc}</span>}
      </p>
      <p>
        {truckWords(posting)}, {from} to {to}, {spanOfDays(posting)}, on {row.boards.join(', ')}
      </p>
      <h3 className="label mt-3">Record their offer for</h3>
      <ul>
        {data?.map((load, at) => (
          <li key={load.id}>
            <button
              type="button"
              autoFocus={at === 0}
              className="grid w-full grid-cols-[90px_minmax(0,1fr)_150px_70px_70px] gap-2 px-1 py-1 text-left hover:bg-chosen focus:bg-chosen"
              onClick={() => void offer(load)}
            >
              <span className="font-mono">{load.number}</span>
              <b className="truncate">{load.lane}</b>
              <span className="label">picks up {momentWords(load.pickupAt, now, load.zone)}</span>
              <span className="label text-right">{load.straightMiles} mi</span>
              <span className="text-right">
                {load.targetPayMinor === null ? '' : formatAmount(load.targetPayMinor)}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {data?.length === 0 && <p>No open load of ours fits this truck.</p>}
      {problem && <p className="text-bill">{problem}</p>}
    </Dialog>
  )
}
