import { Command } from 'cmdk'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Permission } from '#core/access/access'
import { readHowFar } from '#core/place/how-far'
import { roomsFor } from '../desk/rooms'
import { type Found, FoundItems } from './found-items'
import { HowFarPanel, useHowFar } from './how-far'
import { dayActs, laneActs, placeActs } from './typed-acts'
import { useFetched } from './use-fetched'

/** One line for going anywhere: loads, carriers, customers and quotes by any of their words, and the desk's rooms and actions. */
export function CommandLine({
  open,
  onClose,
  granted,
  today,
}: {
  open: boolean
  onClose: () => void
  /** What whoever asks may do. */
  granted: readonly Permission[]
  today: string
}) {
  const mayEdit = granted.includes('edit_loads')
  const [typed, setTyped] = useState('')
  const [chosen, setChosen] = useState('')
  const far = useHowFar(open && readHowFar(typed) ? typed : '')
  const { found, busy } = useFound(open ? typed : '')
  const navigate = useNavigate()
  const go = (to: string) => {
    onClose()
    setTyped('')
    navigate(to)
  }
  const onKeyDown = (event: React.KeyboardEvent) => {
    const load = found?.loads.find((each) => `load-${each.id}` === chosen)
    if (event.key !== 'Enter' || !event.shiftKey || !load || !mayEdit) return
    event.preventDefault()
    event.stopPropagation()
    go(`/loads/new?copy=${load.id}`)
  }
  return (
    <Command.Dialog
      open={open}
      onOpenChange={(next) => !next && onClose()}
      label="Go to a load or an action"
      shouldFilter={false}
      value={chosen}
      onValueChange={setChosen}
      onKeyDownCapture={onKeyDown}
      overlayClassName="fixed inset-0 z-20 bg-[#17130e]/40"
      contentClassName="fixed top-[10vh] left-1/2 z-30 w-[92vw] max-w-2xl -translate-x-1/2 border border-ink bg-sheet shadow-2xl"
    >
      <Command.Input
        value={typed}
        onValueChange={setTyped}
        placeholder="PR-26012, snowmelt phoenix, night heron, PU4411, boise to laredo"
        className="h-11 w-full border-b border-strong bg-sheet px-4 text-base outline-none"
      />
      <HowFarPanel answer={far} />
      <Command.List className="max-h-[56vh] overflow-y-auto">
        <Command.Empty className="px-4 py-3 text-second">
          {!far && (busy ? 'Looking…' : 'Nothing fits. Try fewer or other words.')}
        </Command.Empty>
        <FoundItems
          found={found}
          rooms={roomsFor(typed, granted)}
          acts={[...laneActs(far, mayEdit), ...placeActs(typed, mayEdit), ...dayActs(typed, today)]}
          go={go}
        />
      </Command.List>
      <p className="label border-t border-strong px-4 py-1.5">
        <kbd className="key">Enter</kbd> opens
        {mayEdit && (
          <>
            , <kbd className="key">Shift+Enter</kbd> copies the load
          </>
        )}
        , <kbd className="key">Esc</kbd> closes
      </p>
    </Command.Dialog>
  )
}

function useFound(typed: string): { found: Found | null; busy: boolean } {
  const words = typed.trim()
  const url = words.length < 2 ? null : `/find/everything?q=${encodeURIComponent(words)}`
  // Never what an address before found: Enter would open it.
  const { data, isBusy } = useFetched<Found>(url, { restMs: 120 })
  return { found: data, busy: isBusy }
}
