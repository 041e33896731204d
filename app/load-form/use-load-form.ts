import { useEffect, useMemo, useState } from 'react'
import { useForm } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { formKey, postJson } from '../ui/post'
import { formPath, missingFields, problemsSoFar } from './form-problems'
import { type FormValues, proposedDelivery, termsFrom } from './form-values'
import type { LoadFormProps } from './load-form'
import { useLaneBand } from './use-lane-band'
import { useRoute } from './use-route'

/** The load as it is typed, what is wrong with it so far, and saving it as a draft or for good. */
export function useLoadForm(props: LoadFormProps) {
  const { initial, now, rates, today } = props
  const form = useForm<FormValues>({ defaultValues: initial })
  const values = form.watch()
  const band = useLaneBand(values)
  const route = useRoute(values)
  const problems = useMemo(
    () => problemsSoFar(values, now, band, route, { rates, today }),
    [values, now, band, route, rates, today],
  )
  useProposedDelivery(form, values, now)
  return { form, values, band, route, problems, ...useSaveLoad(props, form, values, problems) }
}

type Form = ReturnType<typeof useForm<FormValues>>
type Problems = ReturnType<typeof problemsSoFar>

/** Saves the form. What is missing or impossible is reported first; a caution has to be seen once before it is passed. */
function useSaveLoad(props: LoadFormProps, form: Form, values: FormValues, problems: Problems) {
  const { now, loadId, version, copiedFrom } = props
  const [key] = useState(formKey)
  const [message, setMessage] = useState<string | null>(null)
  const [isSaving, setSaving] = useState(false)
  const [acknowledged, setAcknowledged] = useState<string[]>([])
  const navigate = useNavigate()
  const markFields = (wrong: [string, string][]) => {
    for (const [path, words] of wrong) form.setError(path as keyof FormValues, { message: words })
  }
  /** Whether anything has to be looked at before it is sent. */
  const isHeld = (open: boolean): boolean => {
    form.clearErrors()
    const missing = Object.entries(missingFields(values, now))
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
  const save = async (open: boolean) => {
    if (isHeld(open)) return
    setSaving(true)
    const body = { loadId, version, terms: termsFrom(values, now), open, acknowledged, copiedFrom }
    const answer = await postJson<{ loadId: number }>('/loads/save', body, key)
    setSaving(false)
    if (answer.ok) return navigate(`/loads/${answer.value.loadId}`)
    setMessage(answer.message)
    markFields(answer.errors.map((error) => [formPath(error.path.replace(/^terms\./, '')), error.message]))
  }
  return { message, isSaving, save }
}

/** On a copy, once the pickup is given, the delivery follows as it did on the old load; typing over it wins. */
function useProposedDelivery(form: Form, values: FormValues, now: number): void {
  const proposal = proposedDelivery(values, now)
  const last = values.stops.length - 1
  const touched = form.formState.dirtyFields.stops?.[last]?.when
  useEffect(() => {
    if (proposal && !touched && form.getValues(`stops.${last}.when`) !== proposal)
      form.setValue(`stops.${last}.when`, proposal)
  }, [proposal, touched, last, form])
}
