import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { postJson } from './post'

export interface HeldOutgoing {
  kind: string
  count: number
  problem: string | null
}

const kindWords: Record<string, string> = {
  mail: 'confirmations',
  board: 'postings',
  quote_mail: 'quotes',
  carrier_mail: 'emails to carriers',
  invoice_mail: 'invoices',
  exchange: 'documents to trading partners',
}

/** What cannot leave because a key or password of ours is no longer accepted: shown to everybody, retried by who may put it right. */
export function HeldLine({ held, mayRelease }: { held: HeldOutgoing[]; mayRelease: boolean }) {
  const { revalidate } = useRevalidator()
  const release = async (kind: string) => {
    const answer = await postJson<{ released: number }>('/outbox/release', { kind })
    toast(answer.ok ? 'Trying again' : answer.message, answer.ok ? {} : { className: '!text-bill' })
    await revalidate()
  }
  return held.map(({ kind, count, problem }) => (
    <p key={kind} role="alert" className="flex shrink-0 items-center gap-3 border-b border-strong px-4 py-1">
      <b className="text-bill">
        {count} {kindWords[kind] ?? kind} cannot be sent.
      </b>
      <span className="min-w-0 truncate">
        {problem}. Nothing is lost: they go once the key or password is put right.
      </span>
      {mayRelease && (
        <button type="button" className="button ml-auto shrink-0" onClick={() => void release(kind)}>
          Try again
        </button>
      )}
    </p>
  ))
}
