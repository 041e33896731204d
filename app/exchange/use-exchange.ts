import { useRef } from 'react'
import { useNavigate, useRevalidator, useSearchParams } from 'react-router'
import { toast } from 'sonner'
import type { ListedDocument, ReadDocument } from '#server/exchange/log'
import { useKeys } from '../ui/keys'
import { useLive } from '../ui/live'
import { postJson } from '../ui/post'

/** What the exchange log's page does: its keys, the step to the next document, and acting on the one that is shown. */
export function useExchange(documents: ListedDocument[], open: ReadDocument | null, mayAct: boolean) {
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const { revalidate } = useRevalidator()
  const list = useRef<HTMLUListElement>(null)
  useLive(({ aggregate }) => aggregate === 'tender' || aggregate === 'partner' || aggregate === 'outbox')
  const index = documents.findIndex(({ id }) => id === open?.document.id)
  const to = (change: Record<string, string>) => {
    const next = new URLSearchParams(params)
    for (const [name, value] of Object.entries(change)) next.set(name, value)
    return `/exchange?${next}`
  }
  const step = (by: number) => {
    const next = documents[Math.max(0, Math.min(documents.length - 1, index + by))]
    if (!next) return
    navigate(to({ document: String(next.id) }), { replace: true, preventScrollReset: true })
    list.current?.querySelector<HTMLElement>(`[data-document="${next.id}"]`)?.focus()
  }
  const act = async (what: 'send' | 'read', done: string) => {
    if (!open) return
    const answer = await postJson(
      '/exchange/act',
      what === 'send'
        ? { intent: 'send_again', exchangeId: open.exchange.id }
        : { intent: 'read_again', documentId: open.document.id },
    )
    await revalidate()
    toast(answer.ok ? done : answer.message, answer.ok ? {} : { className: '!text-bill' })
  }
  const maySend = mayAct && open?.document.direction === 'out' && open.exchange.state !== 'waiting'
  const mayRead =
    mayAct &&
    open?.document.direction === 'in' &&
    (open.noticeState === 'open' || (open.document.kind === '204' && open.document.state === 'kept'))
  useKeys('Exchange log', [
    { key: 'ArrowDown', words: 'next document', run: () => step(1) },
    { key: 'ArrowUp', words: 'document before', run: () => step(-1) },
    { key: 's', words: 'search', run: () => document.querySelector<HTMLElement>('input[name="q"]')?.focus() },
    { key: 'g', words: 'send it again', run: () => void act('send', 'To be sent again'), disabled: !maySend },
    { key: 'r', words: 'read it again', run: () => void act('read', 'Read again'), disabled: !mayRead },
  ])
  return { list, to, act, maySend, mayRead, isSearched: params.size > 0 }
}
