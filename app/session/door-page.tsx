import type { ReactNode } from 'react'
import { useReady } from '../ui/keys'
import { Mark } from '../ui/mark'

/** A narrow page for whoever is not at the desk yet: the mark, a heading, one form, and whose desk it is. */
export function DoorPage({ title, brokerage, children }: { title: string; brokerage: string; children: ReactNode }) {
  const ready = useReady()
  return (
    <main className="mx-auto mt-[16vh] flex w-80 flex-col gap-4" data-ready={ready || undefined}>
      <div className="flex items-center gap-3">
        <Mark className="h-9 w-12" />
        <h1 className="text-xl font-semibold">{title}</h1>
      </div>
      {children}
      {brokerage && <p className="label">{brokerage}</p>}
    </main>
  )
}
