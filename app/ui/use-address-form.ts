import { type RefObject, useLayoutEffect, useRef } from 'react'

/**
 * Keeps a form of filters in step with the address: when the address changes (back, a saved search, a choice made), each field
 * shows what the address says, save one in which something was typed meanwhile, so that a slow answer never takes typed text away.
 */
export function useAddressForm(params: string): RefObject<HTMLFormElement | null> {
  const form = useRef<HTMLFormElement>(null)
  const shown = useRef(params)
  useLayoutEffect(() => {
    const before = new URLSearchParams(shown.current)
    const now = new URLSearchParams(params)
    shown.current = params
    for (const field of form.current?.elements ?? []) {
      if (!isFilter(field)) continue
      const isTyped = field.value !== (before.get(field.name) ?? '')
      if (!isTyped || params === '') field.value = now.get(field.name) ?? ''
    }
  }, [params])
  return form
}

/** True for a field that the person sees and fills; hidden ones are kept by the page. */
const isFilter = (field: Element): field is HTMLInputElement | HTMLSelectElement =>
  field instanceof HTMLSelectElement || (field instanceof HTMLInputElement && field.type !== 'hidden')
