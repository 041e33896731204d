import { type UseComboboxReturnValue, useCombobox } from 'downshift'
import { type ReactNode, useEffect, useId, useRef, useState } from 'react'
import { focusNextField } from './next-field'

interface CompleteProps<T> {
  label: string
  /** Shown only to screen readers where the column's head says it already. */
  hideLabel?: boolean
  subject: string
  value: T | null
  onPick: (item: T) => void
  text: (item: T) => string
  /** Enough to tell two alike apart. */
  detail: (item: T) => ReactNode
  /** Makes a new one on the spot from what was typed. */
  onMake?: (typed: string) => void
  makeWords?: string
  error?: string
  autoFocus?: boolean
  /** Once something is chosen, typing goes on in the next field of the form. */
  leadsOn?: boolean
  placeholder?: string
  /** Begins with this text standing in the field, and looks for it at once. */
  startWith?: string
  /** In a grid: Enter and Tab end the typing, with what is marked in the list or, where nothing is, with the text; Escape gives it up. */
  onEnd?: (end: { item: T | null; text: string; key: 'Enter' | 'Tab' | 'Shift+Tab' | 'Escape' }) => void
}

const fresh = 120

/** A field that completes as you type, from the server; the last entry can make a new one. */
export function Complete<T extends { id: number | string }>(props: CompleteProps<T>) {
  const { found, search } = useFound<T>(props.subject)
  const errorId = useId()
  const input = useRef<HTMLInputElement>(null)
  const [typed, setTyped] = useState(props.startWith ?? '')
  // Only what was found for the very word that is there is offered: a quick Enter takes no older answer.
  const items = found.typed === typed ? found.items : []
  const makes = props.onMake && typed.trim().length > 1 && found.typed === typed
  const box = useCombobox<T | 'make'>({
    items: makes ? [...items, 'make'] : items,
    selectedItem: props.value,
    initialInputValue: props.startWith ?? (props.value ? props.text(props.value) : ''),
    initialIsOpen: props.startWith !== undefined,
    itemToString: (item) => (item === 'make' || !item ? typed : props.text(item)),
    defaultHighlightedIndex: 0,
    onInputValueChange: ({ inputValue, type }) => {
      if (type !== useCombobox.stateChangeTypes.InputChange) return
      setTyped(inputValue)
      search(inputValue)
    },
    onIsOpenChange: ({ isOpen, inputValue }) => {
      if (isOpen && items.length === 0) search(props.value ? '' : (inputValue ?? ''))
    },
    onSelectedItemChange: ({ selectedItem }) => {
      if (selectedItem === 'make') props.onMake?.(typed.trim())
      else if (selectedItem) {
        props.onPick(selectedItem)
        if (props.leadsOn) leadOn(input.current)
      }
    },
  })
  const { startWith, onEnd } = props
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked for once, as the field appears
  useEffect(() => {
    if (startWith) search(startWith)
  }, [])
  const endTyping = (event: React.KeyboardEvent<HTMLInputElement>) => {
    if (!onEnd || (event.key !== 'Enter' && event.key !== 'Tab' && event.key !== 'Escape')) return
    event.preventDefault()
    event.stopPropagation()
    // The list's own meaning of these keys is not wanted here.
    Object.assign(event.nativeEvent, { preventDownshiftDefault: true })
    const marked = box.isOpen ? items[box.highlightedIndex] : undefined
    onEnd({
      item: marked ?? null,
      text: box.inputValue.trim(),
      key: event.key === 'Tab' && event.shiftKey ? 'Shift+Tab' : (event.key as 'Enter'),
    })
  }
  return (
    <div className="relative">
      <label {...box.getLabelProps()} className={props.hideLabel ? 'sr-only' : 'label'}>
        {props.label}
      </label>
      <input
        {...box.getInputProps({
          ref: input,
          onKeyDown: endTyping,
          onFocus: (event) => startWith === undefined && event.currentTarget.select(),
        })}
        autoFocus={props.autoFocus}
        placeholder={props.placeholder}
        className="field"
        aria-invalid={props.error ? true : undefined}
        aria-describedby={props.error ? errorId : undefined}
        autoComplete="off"
        spellCheck={false}
      />
      <Found box={box} items={items} makes={makes ? `${props.makeWords} “${typed.trim()}”` : null} {...props} />
      {found.failed && <p className="mt-0.5 text-sm text-bill">The list did not answer. Type on to ask again.</p>}
      {props.error && (
        <p id={errorId} className="mt-0.5 text-sm text-bill">
          {props.error}
        </p>
      )}
    </div>
  )
}

/** At once: what is typed next already belongs to the next field. A click may bring the focus back once more, after which it goes on again. */
function leadOn(field: HTMLElement | null): void {
  focusNextField(field)
  requestAnimationFrame(() => document.activeElement === field && focusNextField(field))
}

interface FoundProps<T> {
  box: UseComboboxReturnValue<T | 'make'>
  items: T[]
  /** What makes a new one, in words, where one can be made. */
  makes: string | null
  text: (item: T) => string
  detail: (item: T) => ReactNode
}

/** What was found, the entry that makes a new one last. */
function Found<T extends { id: number | string }>({ box, items, makes, text, detail }: FoundProps<T>) {
  const isShown = box.isOpen && (items.length > 0 || makes !== null)
  const marked = (index: number) => (box.highlightedIndex === index ? 'bg-chosen' : '')
  return (
    <ul
      {...box.getMenuProps()}
      className={`absolute z-40 max-h-72 w-full min-w-80 overflow-y-auto border border-ink bg-sheet shadow-xl ${isShown ? '' : 'hidden'}`}
    >
      {box.isOpen &&
        items.map((item, index) => (
          <li
            key={item.id}
            {...box.getItemProps({ item, index })}
            className={`flex justify-between gap-3 px-2 py-1.5 ${marked(index)}`}
          >
            <span className="font-semibold">{text(item)}</span>
            <span className="label text-right">{detail(item)}</span>
          </li>
        ))}
      {box.isOpen && makes && (
        <li
          {...box.getItemProps({ item: 'make', index: items.length })}
          className={`border-t px-2 py-1.5 text-dusk ${marked(items.length)}`}
        >
          {makes}
        </li>
      )}
    </ul>
  )
}

interface FoundItems<T> {
  typed: string
  items: T[]
  failed: boolean
}

/** What the server finds for the latest word; an older answer that comes late is dropped. */
function useFound<T>(subject: string): { found: FoundItems<T>; search: (typed: string) => void } {
  const [found, setFound] = useState<FoundItems<T>>({ typed: '', items: [], failed: false })
  const latest = useRef(0)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  useEffect(() => () => clearTimeout(timer.current), [])
  const search = (typed: string) => {
    const turn = ++latest.current
    clearTimeout(timer.current)
    timer.current = setTimeout(async () => {
      const items: T[] | null = await fetch(`/find/${subject}?q=${encodeURIComponent(typed)}`)
        .then((response) => (response.ok ? response.json() : null))
        .catch(() => null)
      if (turn === latest.current) setFound({ typed, items: items ?? [], failed: items === null })
    }, fresh)
  }
  return { found, search }
}
