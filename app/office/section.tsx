import { type ReactNode, useId } from 'react'

/** A part of a long form, under its heading. */
export function Section({ title, note, children }: { title: string; note?: string; children: ReactNode }) {
  const id = useId()
  return (
    <section aria-labelledby={id} className="flex flex-col gap-2 border-t border-strong pt-3">
      <h2 id={id} className="head">
        {title}
      </h2>
      {note && <p className="label">{note}</p>}
      {children}
    </section>
  )
}
