import { Link, useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { momentWords } from '#core/time/words'
import type { UnfinishedLoad } from '#server/load/unfinished'
import { LinkButton } from '../ui/link-button'
import { postJson } from '../ui/post'

/** Loads that were put aside without a customer or a lane: to be gone on with, or given up. They have no number yet. */
export function UnfinishedLine({ loads, now, zone }: { loads: UnfinishedLoad[]; now: number; zone: string }) {
  const { revalidate } = useRevalidator()
  const drop = async ({ id, title }: UnfinishedLoad) => {
    const answer = await postJson('/loads/unfinished', { drop: id })
    toast(answer.ok ? `Given up: ${title}` : answer.message, answer.ok ? {} : { className: '!text-bill' })
    await revalidate()
  }
  if (loads.length === 0) return null
  return (
    <section aria-label="Unfinished loads" className="flex gap-3 border-b px-4 py-1.5">
      <h2 className="head pt-0.5">Unfinished</h2>
      <ul className="flex max-h-20 min-w-0 flex-1 flex-col overflow-y-auto">
        {loads.map((load) => (
          <li key={load.id} className="flex items-baseline gap-3">
            <Link to={`/loads/new?unfinished=${load.id}`} className="link truncate">
              {load.title}
            </Link>
            <span className="label">
              {load.by}, {momentWords(load.keptAt, now, zone)}
            </span>
            <LinkButton onClick={() => void drop(load)}>
              Give up<span className="sr-only"> {load.title}</span>
            </LinkButton>
          </li>
        ))}
      </ul>
    </section>
  )
}
