import { type FormEvent, useEffect, useRef, useState } from 'react'
import type { FieldError } from './post'

/** Why a form was not saved: a sentence, and what is wrong at which field. The answer of `postJson` is one too. */
export interface NotSaved {
  ok?: false
  message?: string
  errors?: FieldError[]
}

/** What saving a form came to: nothing, or an answer that is `ok`, where it was saved. */
export type SaveResult = NotSaved | { ok: true } | undefined

/** What is wrong, by the name of its field. */
export const wrongAt = (byField: Record<string, string>): NotSaved => ({
  errors: Object.entries(byField).map(([path, message]) => ({ path, message })),
})

export interface Saving {
  isSaving: boolean
  /** For the form's `onSubmit`. A second submit is ignored while the first is on its way. */
  submit: (event: FormEvent<HTMLFormElement>) => void
  /** What is wrong at a field, or in a part of it: `lanes` is at fault where `rule.lanes.0.from` is. */
  error: (field: string) => string | undefined
  /** What is wrong with no field that the form shows. */
  message: () => string | undefined
}

const isAt = (field: string) => (each: FieldError) => `.${each.path}.`.includes(`.${field}.`)

/**
 * Saves a form: `save` says what is wrong, or `onSaved` follows. What is wrong is shown at its field and the first of
 * those has the focus; what belongs to no field shown is the form's `message`.
 */
export function useSaving(save: (form: HTMLFormElement) => Promise<SaveResult>, onSaved?: () => void): Saving {
  const [wrong, setWrong] = useState<NotSaved>({})
  const [isSaving, setSaving] = useState(false)
  // Read at once: the second of two quick submits comes before the page is drawn again.
  const isGoing = useRef(false)
  const form = useRef<HTMLFormElement | null>(null)
  const shown = new Set<string>()
  useEffect(() => {
    if (wrong.errors?.length) form.current?.querySelector<HTMLElement>('[aria-invalid=true]')?.focus()
  }, [wrong])
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    // A dialog's form may stand inside another form's part of the page.
    event.stopPropagation()
    if (isGoing.current) return
    isGoing.current = true
    form.current = event.currentTarget
    setSaving(true)
    try {
      const result = await save(event.currentTarget)
      const isSaved = result === undefined || result.ok === true
      setWrong(isSaved ? {} : result)
      if (isSaved) onSaved?.()
    } finally {
      isGoing.current = false
      setSaving(false)
    }
  }
  return {
    isSaving,
    submit: (event) => void submit(event),
    error(field) {
      shown.add(field)
      return wrong.errors?.find(isAt(field))?.message
    },
    message() {
      const { errors = [] } = wrong
      const unplaced = errors.find((each) => ![...shown].some((field) => isAt(field)(each)))
      if (unplaced) return unplaced.message
      return errors.length === 0 ? wrong.message : undefined
    },
  }
}
