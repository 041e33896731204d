import { useRef, useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import type { Office } from '#core/office/office'
import { postJson } from '../ui/post'
import { useSaving } from '../ui/use-saving'
import { officeFrom, typedFrom } from './typed-office'

/** The settings being typed, made on the version that is open: saved as the next one, unless somebody else saved meanwhile. */
export function useOfficeForm(office: Office, version: number) {
  const begun = typedFrom(office)
  const [typed, setTyped] = useState(begun)
  const [note, setNote] = useState('')
  const ref = useRef<HTMLFormElement>(null)
  const { revalidate } = useRevalidator()
  const saving = useSaving(
    () => postJson('/settings/save', { office: officeFrom(typed), note, basedOn: version }),
    () => {
      toast(`Saved as version ${version + 1}`)
      void revalidate()
    },
  )
  // Told of every field at once, so that what is wrong with one of them is shown there and not a second time above.
  for (const field of Object.keys(typed)) saving.error(field)
  return {
    ref,
    saving,
    note: { value: note, set: setNote },
    isChanged: JSON.stringify(typed) !== JSON.stringify(begun),
    press: () => ref.current?.requestSubmit(),
    fields: {
      typed,
      set: (change: Partial<typeof typed>) => setTyped((before) => ({ ...before, ...change })),
      error: saving.error,
    },
  }
}
