import { useEffect, useMemo, useState } from 'react'
import { FormProvider, useForm } from 'react-hook-form'
import { Link, useNavigate } from 'react-router'
import type { LoadState } from '#core/load/load'
import type { ExchangeRate } from '#core/money/exchange'
import { useKeys } from '../ui/keys'
import { formKey, postJson } from '../ui/post'
import { ChargeFields } from './charge-fields'
import { CustomerField } from './customer-field'
import { NoteFields, ReferenceFields } from './document-fields'
import { Findings } from './findings'
import { formPath, missingFields, problemsSoFar } from './form-problems'
import { type FormValues, proposedDelivery, termsFrom } from './form-values'
import { FreightFields } from './freight-fields'
import { StopFields } from './stop-fields'
import { useLaneBand } from './use-lane-band'
import { useRoute } from './use-route'

interface LoadFormProps {
  initial: FormValues
  now: number
  loadId: number | null
  copiedFrom: string | null
  state: LoadState
  title: string
  /** The version of the load that the form began from; null for a new one. */
  version: number | null
  /** Exchange rates of the last days, and the desk's own day. */
  rates: ExchangeRate[]
  today: string
}

/** The form of a load, new or changed: everything on one screen, problems shown as they arise. */
export function LoadForm({ initial, now, loadId, copiedFrom, state, title, version, rates, today }: LoadFormProps) {
  const [key] = useState(formKey)
  const form = useForm<FormValues>({ defaultValues: initial })
  const values = form.watch()
  const [message, setMessage] = useState<string | null>(null)
  const [saving, setSaving] = useState(false)
  const [tried, setTried] = useState(false)
  const [acknowledged, setAcknowledged] = useState<string[]>([])
  const navigate = useNavigate()
  const band = useLaneBand(values)
  const route = useRoute(values)
  const problems = useMemo(
    () => problemsSoFar(values, now, band, route, { rates, today }),
    [values, now, band, route, rates, today],
  )
  const cautions = problems.filter((problem) => problem.severity === 'caution')
  useProposedDelivery(form, values, now)

  const save = async (open: boolean) => {
    setTried(true)
    const missing = missingFields(values, now)
    form.clearErrors()
    for (const [path, words] of Object.entries(missing)) form.setError(path as keyof FormValues, { message: words })
    const stops = open ? problems.filter((problem) => problem.severity === 'stop') : []
    for (const problem of stops) form.setError(formPath(problem.path) as keyof FormValues, { message: problem.message })
    const first = Object.values(missing)[0] ?? stops[0]?.message
    if (first) return setMessage(first)
    const unseen = cautions.find((problem) => !acknowledged.includes(problem.code))
    if (open && unseen) {
      setAcknowledged(cautions.map((problem) => problem.code))
      return setMessage(`${unseen.message}${unseen.message.endsWith('?') ? '' : '.'} Save again if that is meant.`)
    }
    setSaving(true)
    const answer = await postJson<{ loadId: number }>(
      '/loads/save',
      { loadId, version, terms: termsFrom(values, now), open, acknowledged, copiedFrom },
      key,
    )
    setSaving(false)
    if (answer.ok) return navigate(`/loads/${answer.value.loadId}`)
    setMessage(answer.message)
    for (const error of answer.errors)
      form.setError(formPath(error.path.replace(/^terms\./, '')) as keyof FormValues, { message: error.message })
  }
  const opens = state === 'draft'
  useKeys('Load form', [
    { key: 'Ctrl+Enter', words: opens ? 'open for cover' : 'save the change', run: () => void save(true) },
    { key: 'Ctrl+d', words: 'keep as a draft', run: () => void save(false), disabled: !opens },
  ])
  return (
    <FormProvider {...form}>
      <main className="flex min-h-0 flex-1 flex-col">
        <form
          className="grid min-h-0 flex-1 grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] overflow-y-auto"
          onSubmit={(event) => {
            event.preventDefault()
            void save(true)
          }}
          noValidate
        >
          <div className="flex flex-col gap-3 border-r border-strong px-4 py-3">
            <h1 className="text-base font-semibold">{title}</h1>
            <CustomerField autoFocus={copiedFrom === null && loadId === null} />
            <StopFields now={now} focusFirst={copiedFrom !== null} problems={problems} />
            <FreightFields />
          </div>
          <div className="flex flex-col gap-3 px-4 py-3">
            <Findings
              values={values}
              money={{ rates, today }}
              route={route}
              band={band}
              problems={problems}
              now={now}
              onReorder={(order) =>
                form.setValue(
                  'stops',
                  order.map((at) => form.getValues('stops')[at]!),
                  { shouldDirty: true },
                )
              }
            />
            <ChargeFields miles={route?.miles ?? 0} />
            <ReferenceFields />
            <NoteFields />
          </div>
        </form>
        <footer className="flex items-center gap-3 border-t border-strong bg-sheet px-4 py-2">
          <button type="button" className="button first" onClick={() => void save(true)} disabled={saving}>
            {opens ? 'Open for cover' : 'Save the change'} <kbd className="key">Ctrl+Enter</kbd>
          </button>
          {opens && (
            <button type="button" className="button" onClick={() => void save(false)} disabled={saving}>
              Save as draft <kbd className="key">Ctrl+d</kbd>
            </button>
          )}
          <Link to={loadId === null ? '/' : `/loads/${loadId}`} className="px-2 link">
            Leave without saving
          </Link>
          <label className="ml-auto flex items-center gap-2">
            <input type="checkbox" {...form.register('practice')} disabled={!opens} /> Practice load: nothing leaves the
            building
          </label>
          <p
            role="alert"
            className={`min-w-0 truncate ${tried && message ? 'text-bill' : 'hidden'}`}
            title={message ?? ''}
          >
            {message}
          </p>
        </footer>
      </main>
    </FormProvider>
  )
}

/** On a copy, once the pickup is given, the delivery follows as it did on the old load; typing over it wins. */
function useProposedDelivery(form: ReturnType<typeof useForm<FormValues>>, values: FormValues, now: number): void {
  const proposal = proposedDelivery(values, now)
  const last = values.stops.length - 1
  const touched = form.formState.dirtyFields.stops?.[last]?.when
  useEffect(() => {
    if (proposal && !touched && form.getValues(`stops.${last}.when`) !== proposal)
      form.setValue(`stops.${last}.when`, proposal)
  }, [proposal, touched, last, form])
}
