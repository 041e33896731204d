import { Link } from 'react-router'

/** A headed list of what needs attention; nothing where it is empty. */
export function Part({ title, count, children }: { title: string; count: number; children: React.ReactNode }) {
  if (count === 0) return null
  return (
    <section aria-label={title} className="mt-3">
      <h3 className="head">
        {title} <span className="label font-mono">{count}</span>
      </h3>
      <ul>{children}</ul>
    </section>
  )
}

/** One line of it with what can be done. */
export function Item({ children, act }: { children: React.ReactNode; act: React.ReactNode }) {
  return (
    <li className="flex items-baseline justify-between gap-4 border-t py-1.5">
      <span className="min-w-0">{children}</span>
      <span className="shrink-0">{act}</span>
    </li>
  )
}

export const Carrier = ({ id, name }: { id: number; name: string }) => (
  <Link to={`/carriers/${id}`} className="py-1 font-semibold">
    {name}
  </Link>
)

export const Go = ({ to, words }: { to: string; words: string }) => (
  <Link to={to} className="py-1 link">
    {words}
  </Link>
)
