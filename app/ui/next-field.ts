/** What is typed into: a box to tick or a short choice is passed by, and so is what cannot be reached just now. */
const typedInto = 'input:not([type=checkbox]):not([type=hidden]):not(:disabled), textarea:not(:disabled)'

/** Puts the focus into the field that is typed into after this one, in the same form. */
export function focusNextField(field: HTMLElement | null): void {
  const fields = [...(field?.closest('form')?.querySelectorAll<HTMLElement>(typedInto) ?? [])]
  const next = fields[fields.indexOf(field!) + 1]
  next?.focus()
}
