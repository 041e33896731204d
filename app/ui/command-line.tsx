import { Command } from 'cmdk'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { equipmentWords, loadStateWords } from '#core/load/words'
import { readHowFar } from '#core/place/how-far'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { ListedLoad } from '#server/load/list'
import { HowFarPanel, useHowFar } from './how-far'
import { useFetched } from './use-fetched'

/** One line for going anywhere: loads by number, customer, carrier, city or reference, and the desk's actions. */
export function CommandLine({ open, onClose, mayEdit }: { open: boolean; onClose: () => void; mayEdit: boolean }) {
  const [typed, setTyped] = useState('')
  const [chosen, setChosen] = useState('')
  const far = useHowFar(open && readHowFar(typed) ? typed : '')
  const { loads, busy } = useFoundLoads(open ? typed : '')
  const navigate = useNavigate()
  const go = (to: string) => {
    onClose()
    setTyped('')
    navigate(to)
  }
  const onKeyDown = (event: React.KeyboardEvent) => {
    const load = loads.find((each) => `load-${each.id}` === chosen)
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
        {loads.map((load) => (
          <Command.Item
            key={load.id}
            value={`load-${load.id}`}
            onSelect={() => go(`/loads/${load.id}`)}
            className="grid grid-cols-[80px_1fr_auto] gap-3 border-t px-4 py-1.5 data-[selected=true]:bg-chosen"
          >
            <span className="font-mono">{load.number}</span>
            <span className="truncate">
              <b className="font-semibold">
                {load.originCity} {load.originRegion} to {load.destCity} {load.destRegion}
              </b>
              <span className="label">
                {' '}
                {load.customerName}, {equipmentWords[load.equipment]}
                {load.carrierName && `, ${load.carrierName}`}
              </span>
            </span>
            <span className="label">
              {dayWords(dayOf(toLocal(load.pickupAt, load.originZone)))}, {loadStateWords[load.state].toLowerCase()}
            </span>
          </Command.Item>
        ))}
        {matching(typed, mayEdit).map((action) => (
          <Command.Item
            key={action.to}
            value={action.to}
            onSelect={() => go(action.to)}
            className="border-t px-4 py-1.5 data-[selected=true]:bg-chosen"
          >
            {action.words}
          </Command.Item>
        ))}
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

function matching(typed: string, mayEdit: boolean): { to: string; words: string }[] {
  const all = [
    { to: '/', words: 'Horizon: what to work on now' },
    { to: '/quotes', words: 'Quotes: what to charge for these lanes' },
    { to: '/loads', words: 'Loads: search them all' },
    { to: '/carriers', words: 'Carriers: who is this, may we use them' },
    { to: '/carriers/attention', words: 'Carriers that need attention: documents, payees, policies that lapse' },
    { to: '/vetting', words: 'Vetting policy: what stops an award' },
    { to: '/fuel', words: 'Diesel and fuel tables' },
    { to: '/rates/suspects', words: 'Past prices to review: what looks like a mistake' },
    ...(mayEdit ? [{ to: '/loads/new', words: 'New load' }] : []),
  ]
  return all.filter((action) => action.words.toLowerCase().includes(typed.trim().toLowerCase()))
}

function useFoundLoads(typed: string): { loads: ListedLoad[]; busy: boolean } {
  const words = typed.trim()
  const url = words.length < 2 ? null : `/find/loads?q=${encodeURIComponent(words)}`
  const { data, isBusy } = useFetched<ListedLoad[]>(url, { restMs: 120 })
  return { loads: data ?? [], busy: isBusy }
}
