import { type RefObject, useEffect, useMemo, useRef, useState } from 'react'
import { useForm } from 'react-hook-form'
import { useLocation, useNavigate } from 'react-router'
import { toast } from 'sonner'
import type { LoadState } from '#core/load/load'
import type { LoadLeg, Problem } from '#core/load/problem'
import type { LoadFormStart } from '#server/load/form'
import { formKey, postJson } from '../ui/post'
import { useKeptForm } from '../ui/use-kept-form'
import { type FormValues, readKept } from './form-fields'
import { formPath, missingFields, problemsSoFar } from './form-problems'
import { formFrom, proposedWhen, termsFrom } from './form-values'
import type { LoadFormProps, TypedLoadProps } from './load-form'
import { type MergedForm, mergeForms, mergeWords } from './merge'
import { unfinishedTitle } from './unfinished-title'
import { useLaneBand } from './use-lane-band'
import { useRoute } from './use-route'

/** The load as it is typed, what is wrong with it so far, and saving it: opened, as a draft, or unfinished. */
export function useLoadForm(props: TypedLoadProps) {
  const { initial, now, rates, today, state } = props
  const begun = useRef<Begun>({ values: initial, version: props.version })
  const form = useForm<FormValues>({ defaultValues: props.keptFields ?? initial })
  const values = form.watch()
  const band = useLaneBand(values)
  const route = useRoute(values)
  const problems = useMemo(
    () => standingProblems(problemsSoFar(values, now, band, route, { rates, today }), values, begun.current, state),
    [values, now, band, route, rates, today, state],
  )
  const legs = route?.legs ?? noLegs
  useFollowingStops(form, values, now, legs)
  const settle = useKeeping(props, { form, values, begun })
  return {
    form,
    values,
    band,
    route,
    legs,
    problems,
    ...useSaveLoad(props, { form, values, problems, legs, settle, begun }),
  }
}

const noLegs: LoadLeg[] = []

type Form = ReturnType<typeof useForm<FormValues>>

/** On a load that was opened, the time of a stop behind us may stay as it is: only what is typed anew is held against the clock. */
function standingProblems(problems: Problem[], values: FormValues, begun: Begun, state: LoadState): Problem[] {
  const isUntouched = JSON.stringify(values.stops) === JSON.stringify(begun.values.stops)
  return isUntouched && state !== 'draft' ? problems.filter(({ path }) => !path.endsWith('.earliestLocal')) : problems
}

/** What the form was begun from: what is typed is a change of it, and is merged with what others make of it meanwhile. */
interface Begun {
  values: FormValues
  version: number | null
}

interface Typing {
  form: Form
  begun: RefObject<Begun>
  values: FormValues
  problems: ReturnType<typeof problemsSoFar>
  legs: LoadLeg[]
  settle: () => void
}

/** Keeps what is typed, and says so to somebody who leaves the form with it. */
function useKeeping(
  { formName, owner, title, onRestored }: TypedLoadProps,
  { form, values, begun }: Pick<Typing, 'form' | 'values' | 'begun'>,
): () => void {
  const { values: base, version } = begun.current
  const isTyped = JSON.stringify(values) !== JSON.stringify(base)
  const kept = { values, base: version === null ? null : base, version }
  const { settle } = useKeptForm({ owner, form: formName }, isTyped ? kept : null, (left) => {
    const read = readKept(left)
    if (!read) return
    form.reset(mergedWith(read, begun.current))
    onRestored()
  })
  const { pathname, search } = useLocation()
  const navigate = useNavigate()
  const leaving = useRef({ isTyped, words: '', back: () => {} })
  leaving.current = {
    isTyped,
    words: `${title} is not saved. It is kept as you left it.`,
    back: () => void navigate(pathname + search),
  }
  const isSettled = useRef(false)
  useEffect(
    () => () => {
      const { isTyped: wasTyped, words, back } = leaving.current
      if (wasTyped && !isSettled.current) toast(words, { action: { label: 'Go back', onClick: back } })
    },
    [],
  )
  return () => {
    isSettled.current = true
    settle()
  }
}

/** Saves the form. What is missing or impossible is reported first; a caution has to be seen once before it is passed. */
function useSaveLoad(props: LoadFormProps, { form, values, problems, legs, settle, begun }: Typing) {
  const { now, loadId, copiedFrom, unfinishedId } = props
  const [key] = useState(formKey)
  const [message, setMessage] = useState<string | null>(null)
  const [isSaving, setSaving] = useState(false)
  const [acknowledged, setAcknowledged] = useState<string[]>([])
  const navigate = useNavigate()
  const markFields = (wrong: [string, string][]) => {
    for (const [path, words] of wrong) form.setError(path as keyof FormValues, { message: words })
    if (wrong[0]) form.setFocus(wrong[0][0] as keyof FormValues)
  }
  /** Whether anything has to be looked at before it is sent. */
  const isHeld = (open: boolean, missing: [string, string][]): boolean => {
    form.clearErrors()
    const stops = open ? problems.filter(({ severity }) => severity === 'stop') : []
    markFields([...missing, ...stops.map(({ path, message: words }): [string, string] => [formPath(path), words])])
    const first = missing[0]?.[1] ?? stops[0]?.message
    if (first) {
      setMessage(first)
      return true
    }
    const cautions = problems.filter(({ severity }) => severity === 'caution')
    const unseen = open ? cautions.find(({ code }) => !acknowledged.includes(code)) : undefined
    if (!unseen) return false
    setAcknowledged(cautions.map(({ code }) => code))
    setMessage(`${unseen.message}${unseen.message.endsWith('?') ? '' : '.'} Save again if that is meant.`)
    return true
  }
  const send = async <T>(address: string, body: object, then: (value: T) => unknown) => {
    setSaving(true)
    const answer = await postJson<T>(address, body, key)
    setSaving(false)
    if (answer.ok) {
      settle()
      return then(answer.value)
    }
    const met = answer.code === 'changed_meanwhile' ? (answer.answer as { current?: LoadFormStart; by?: string }) : null
    if (met?.current) return setMessage(meet(met.current, met.by ?? 'Somebody'))
    setMessage(answer.message)
    markFields(answer.errors.map((error) => [formPath(error.path.replace(/^terms\./, '')), error.message]))
  }
  /** Puts what somebody else saved first into the form; the next save is a change of that. Returns what was done, in words. */
  const meet = (current: LoadFormStart, by: string): string => {
    const theirs = formFrom(current, { keepTimes: true })
    const merged = mergeForms(begun.current.values, values, theirs)
    begun.current = { values: theirs, version: current.version }
    form.reset(merged.values)
    return mergeWords(by, merged)
  }
  const save = async (open: boolean) => {
    const missing = Object.entries(missingFields(values, now, legs))
    if (!open && missing.length > 0 && loadId === null) return saveUnfinished()
    if (isHeld(open, missing)) return
    const terms = termsFrom(values, now, legs)
    const { version } = begun.current
    const number = values.number.trim().toUpperCase() || null
    const body = { loadId, version, number, terms, open, acknowledged, copiedFrom, unfinishedId }
    return send<{ loadId: number }>('/loads/save', body, (saved) => navigate(`/loads/${saved.loadId}`))
  }
  /** What lacks something a load must have is no load yet: the form itself is put aside, for anybody to finish. */
  const saveUnfinished = () => {
    const title = unfinishedTitle(values)
    return send('/loads/unfinished', { id: unfinishedId, title, fields: values }, () => {
      toast(`Unfinished: ${title}`)
      return navigate('/loads')
    })
  }
  return { message, isSaving, save, settle }
}

/** What was typed into a form that is kept, with what others have saved since put into it. */
export function mergedWith(
  { values, base, version }: { values: FormValues; base: FormValues | null; version: number | null },
  now: Begun,
): FormValues {
  if (base === null || version === now.version) return values
  const merged: MergedForm = mergeForms(base, values, now.values)
  return merged.values
}

/** The stops whose time nobody has typed follow the pickup, however often it changes. */
function useFollowingStops(form: Form, values: FormValues, now: number, legs: LoadLeg[]): void {
  const proposals = values.stops.map((stop, index) =>
    index > 0 && stop.follows ? proposedWhen(values, index, now, legs) : null,
  )
  const key = JSON.stringify(proposals)
  // biome-ignore lint/correctness/useExhaustiveDependencies: the proposals themselves are new at every drawing
  useEffect(() => {
    for (const [index, proposal] of proposals.entries())
      if (proposal !== null && form.getValues(`stops.${index}.when`) !== proposal)
        form.setValue(`stops.${index}.when`, proposal)
  }, [key, form])
}
