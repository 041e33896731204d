import type { ReactNode } from 'react'

/** What is known of something, each fact by its name; what is not known is left out. */
export function FactList({ facts }: { facts: Record<string, ReactNode> }) {
  return (
    <dl className="grid grid-cols-[108px_minmax(0,1fr)] gap-x-2">
      {Object.entries(facts)
        .filter(([, value]) => value)
        .map(([name, value]) => (
          <div key={name} className="col-span-2 grid grid-cols-subgrid border-t py-1 first:border-t-0">
            <dt className="label">{name}</dt>
            <dd className="min-w-0 break-words">{value}</dd>
          </div>
        ))}
    </dl>
  )
}
