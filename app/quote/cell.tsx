import { useEffect, useRef } from 'react'
import type { FoundPlace } from '#core/place/search'
import type { CellName } from '#core/quote/quote'
import { cellWords } from '#core/quote/words'
import { Complete } from '../ui/complete'

export type EndKey = 'Enter' | 'Tab' | 'Shift+Tab' | 'Escape' | 'left'

interface CellEditorProps {
  cell: CellName
  start: string
  /** Whether typing goes on with the text, or replaces all of it. */
  onEnd: (text: string | null, key: EndKey) => void
}

/** A cell being typed into: places complete, the rest is plain; null ends without a change. */
export function CellEditor(props: CellEditorProps) {
  return props.cell === 'origin' || props.cell === 'dest' ? <PlaceEditor {...props} /> : <TextEditor {...props} />
}

/** A key that ends the typing takes the field away, which it feels as being left: only the first end counts. */
function useOnce(onEnd: CellEditorProps['onEnd']): CellEditorProps['onEnd'] {
  const ended = useRef(false)
  return (text, key) => {
    if (ended.current) return
    ended.current = true
    onEnd(text, key)
  }
}

type Found = FoundPlace & { id: string }

/** A place as the cell keeps it: its code tells two of one name apart. */
const placeText = (place: FoundPlace): string =>
  [`${place.city}, ${place.region}`, place.country === 'MX' ? '' : place.postal].filter(Boolean).join(' ')

function PlaceEditor({ cell, start, onEnd }: CellEditorProps) {
  const end = useOnce(onEnd)
  return (
    <div
      role="group"
      aria-label={cellWords[cell]}
      className="absolute inset-x-0 top-0 z-30"
      onBlur={(event) =>
        !event.currentTarget.contains(event.relatedTarget) &&
        end(event.currentTarget.querySelector('input')?.value.trim() ?? null, 'left')
      }
    >
      <Complete<Found>
        label={cellWords[cell]}
        hideLabel
        subject="places"
        value={null}
        startWith={start}
        autoFocus
        onPick={(place) => end(placeText(place), 'Enter')}
        onEnd={({ item, text, key }) => {
          if (key === 'Escape') end(null, key)
          else end(item && text !== '' ? placeText(item) : text, key)
        }}
        text={(place) => `${place.city} ${place.region}`}
        detail={(place) => [place.postal, place.near].filter(Boolean).join(', ')}
      />
    </div>
  )
}

function TextEditor({ cell, start, onEnd }: CellEditorProps) {
  const field = useRef<HTMLInputElement>(null)
  const end = useOnce(onEnd)
  useEffect(() => {
    field.current?.focus()
    field.current?.setSelectionRange(start.length, start.length)
  }, [start])
  return (
    <input
      ref={field}
      aria-label={cellWords[cell]}
      defaultValue={start}
      autoComplete="off"
      spellCheck={false}
      className="field absolute inset-x-0 top-0 z-30"
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== 'Tab' && event.key !== 'Escape') return event.stopPropagation()
        event.preventDefault()
        event.stopPropagation()
        end(
          event.key === 'Escape' ? null : event.currentTarget.value.trim(),
          event.key === 'Tab' && event.shiftKey ? 'Shift+Tab' : event.key,
        )
      }}
      onBlur={(event) => end(event.currentTarget.value.trim(), 'left')}
    />
  )
}
