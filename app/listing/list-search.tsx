import type { ReactNode } from 'react'
import { Form } from 'react-router'

/** The search of a list by words; the filters and the sort of its address are kept. */
export function ListSearch({
  words,
  params,
  label,
  hint,
}: {
  words: string
  params: string
  label: string
  hint?: ReactNode
}) {
  return (
    <Form role="search" className="flex gap-2">
      {[...new URLSearchParams(params)].map(([name, value]) =>
        name === 'q' ? null : <input key={name} type="hidden" name={name} value={value} />,
      )}
      <input name="q" defaultValue={words} key={words} aria-label={label} placeholder={label} className="field !w-64" />
      <button type="submit" className="button">
        Search {hint}
      </button>
    </Form>
  )
}
