import { useRef, useState } from 'react'
import { FormProvider } from 'react-hook-form'
import { Link } from 'react-router'
import type { LoadState } from '#core/load/load'
import type { ExchangeRate } from '#core/money/exchange'
import type { DeskMargins } from '#core/rates/limits'
import { momentWords } from '#core/time/words'
import type { KeptForm } from '#server/listing/kept-forms'
import { useKeys } from '../ui/keys'
import { LinkButton } from '../ui/link-button'
import { ChargeFields } from './charge-fields'
import { CustomerField } from './customer-field'
import { NoteFields, ReferenceFields } from './document-fields'
import { Findings } from './findings'
import { type FormValues, readKept } from './form-fields'
import { FreightFields } from './freight-fields'
import { LoadExtras, type Person } from './load-extras'
import { useMoreKey } from './more'
import { StopFields } from './stop-fields'
import { mergedWith, useLoadForm } from './use-load-form'

export interface LoadFormProps {
  initial: FormValues
  /** What the form is kept by while it is typed: `load/new`. */
  formName: string
  /** Whose form it is. */
  owner: number
  /** What was typed into it before and not saved. */
  kept: KeptForm | null
  /** The unfinished load that is gone on with. */
  unfinishedId: number | null
  now: number
  zone: string
  loadId: number | null
  copiedFrom: string | null
  /** Charges of the copied load that this one begins without, in words. */
  leftBehind: string[]
  /** Everybody of ours. */
  people: Person[]
  state: LoadState
  title: string
  /** The version of the load that the form began from; null for a new one. */
  version: number | null
  /** Exchange rates of the last days, and the desk's own day. */
  rates: ExchangeRate[]
  margins: DeskMargins
  today: string
}

/** The form of a load, new or changed. What was typed before and not saved is there again; it can be begun anew. */
export function LoadForm(props: LoadFormProps) {
  const [kept, setKept] = useState(props.kept)
  const [turn, setTurn] = useState(0)
  const [restoredAt, setRestoredAt] = useState<number | null>(null)
  const read = kept && readKept(kept.fields)
  const fields = read && mergedWith(read, { values: props.initial, version: props.version })
  const startOver = () => {
    setKept(null)
    setRestoredAt(null)
    setTurn(turn + 1)
  }
  return (
    <TypedLoad
      key={turn}
      {...props}
      keptFields={fields}
      keptAt={restoredAt ?? (fields && kept ? kept.keptAt : null)}
      onRestored={() => setRestoredAt(props.now)}
      onStartOver={startOver}
    />
  )
}

export interface TypedLoadProps extends LoadFormProps {
  keptFields: FormValues | null
  keptAt: number | null
  /** What this tab still had was put back. */
  onRestored: () => void
  onStartOver: () => void
}

/** Everything on one screen, problems shown as they arise. */
function TypedLoad(props: TypedLoadProps) {
  const { now, loadId, copiedFrom, state, title, rates, margins, today, keptAt, zone } = props
  const typing = useLoadForm(props)
  const { form, route, problems, save } = typing
  const opens = state === 'draft'
  const own = useRef<HTMLFormElement>(null)
  useMoreKey(own)
  useKeys('Load form', [
    { key: 'Ctrl+Enter', words: opens ? 'open for cover' : 'save the change', run: () => void save(true) },
    { key: 'Ctrl+d', words: 'save as a draft', run: () => void save(false), disabled: !opens },
  ])
  const reorder = (order: number[]) => {
    const stops = form.getValues('stops')
    const reordered = order.map((index) => stops[index]!)
    form.setValue('stops', reordered, { shouldDirty: true })
  }
  return (
    <FormProvider {...form}>
      <main className="flex min-h-0 flex-1 flex-col">
        <form
          ref={own}
          className="grid min-h-0 flex-1 grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] overflow-y-auto"
          onSubmit={(event) => {
            event.preventDefault()
            void save(true)
          }}
          noValidate
        >
          <div className="flex flex-col gap-3 border-r border-strong px-4 py-3">
            <h1 className="text-base font-semibold">{title}</h1>
            {keptAt !== null && (
              <p role="status" className="flex items-center gap-3 text-ring-text">
                Not saved: as you left it {momentWords(keptAt, now, zone)}.
                <LinkButton
                  onClick={() => {
                    typing.settle()
                    props.onStartOver()
                  }}
                >
                  Start over
                </LinkButton>
              </p>
            )}
            {props.leftBehind.length > 0 && (
              <p role="note" className="text-second">
                Left out, as of one load only: {props.leftBehind.join(', ')}.
              </p>
            )}
            <CustomerField autoFocus={copiedFrom === null && loadId === null} />
            <StopFields now={now} focusFirst={copiedFrom !== null} problems={problems} legs={typing.legs} />
            <FreightFields />
            <LoadExtras people={props.people} isDraft={opens} />
          </div>
          <div className="flex flex-col gap-3 px-4 py-3">
            <Findings {...typing} money={{ rates, today }} margins={margins} now={now} onReorder={reorder} />
            <ChargeFields miles={route?.miles ?? 0} />
            <ReferenceFields />
            <NoteFields />
          </div>
        </form>
        <SaveBar typing={typing} opens={opens} loadId={loadId} />
      </main>
    </FormProvider>
  )
}

interface SaveBarProps {
  typing: ReturnType<typeof useLoadForm>
  opens: boolean
  loadId: number | null
}

/** How the form is left: saved, saved as a draft, or not at all; and why it was not saved. */
function SaveBar({ typing: { form, save, isSaving, message }, opens, loadId }: SaveBarProps) {
  return (
    <footer className="flex items-center gap-3 border-t border-strong bg-sheet px-4 py-2">
      <button type="button" className="button first" onClick={() => void save(true)} disabled={isSaving}>
        {opens ? 'Open for cover' : 'Save the change'} <kbd className="key">Ctrl+Enter</kbd>
      </button>
      {opens && (
        <button type="button" className="button" onClick={() => void save(false)} disabled={isSaving}>
          Save as draft <kbd className="key">Ctrl+d</kbd>
        </button>
      )}
      <Link to={loadId === null ? '/' : `/loads/${loadId}`} className="px-2 link">
        Leave, and keep what is typed
      </Link>
      <label className="ml-auto flex items-center gap-2">
        <input type="checkbox" {...form.register('practice')} disabled={!opens} /> Practice load: nothing leaves the
        building
      </label>
      <p role="alert" className={`min-w-0 truncate text-bill ${message ? '' : 'hidden'}`} title={message ?? ''}>
        {message}
      </p>
    </footer>
  )
}
