import { useEffect, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { mayBeNews } from '#core/news/news'
import type { NewsItem } from '#server/news/news'
import { chime } from '../ui/chime'
import { useChanges } from '../ui/live'
import { postJson } from '../ui/post'
import { readJson } from '../ui/use-fetched'
import { useNewsChoices } from './choices'

interface News {
  unread: number
  items: NewsItem[] | null
}

/** Changes close together are asked about once. */
const gatherMs = 400

/** How much has come that was not seen; what comes now is said by a toast, with a sound where that is wanted. */
export function useNews(): { unread: number; items: NewsItem[] | null; open: () => void } {
  const [choices] = useNewsChoices()
  const [news, setNews] = useState<News>({ unread: 0, items: null })
  const said = useRef<number | null>(null)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const navigate = useNavigate()
  const scope = choices.mine ? '' : '&mine=0'
  const ask = async (isFresh: boolean) => {
    const { data } = await readJson<News>(`/news?list=1${scope}`)
    if (!data) return
    setNews(data)
    const newest = data.items?.[0]?.id ?? 0
    const fresh = (data.items ?? []).filter(({ id }) => said.current !== null && id > said.current)
    said.current = Math.max(said.current ?? 0, newest)
    if (isFresh && fresh.length > 0) say(fresh)
  }
  const say = (fresh: NewsItem[]) => {
    if (choices.sound) chime()
    if (!choices.toast) return
    const [first, ...more] = fresh
    const others = more.length > 0 ? ` And ${more.length} more.` : ''
    toast(`${first!.about}: ${first!.words}.${others}`, {
      id: 'news',
      duration: 8000,
      ...(first!.isPressing ? { className: '!text-bill' } : {}),
      action: { label: 'Open', onClick: () => void navigate(first!.to) },
    })
  }
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked anew where whose news is wanted has changed
  useEffect(() => {
    said.current = null
    void ask(false)
    return () => clearTimeout(timer.current)
  }, [scope])
  useChanges(({ aggregate, kind }) => {
    if (aggregate !== 'everything' && !mayBeNews(aggregate, kind)) return
    clearTimeout(timer.current)
    timer.current = setTimeout(() => void ask(true), gatherMs)
  })
  const open = async () => {
    const upTo = news.items?.[0]?.id
    if (upTo === undefined || news.unread === 0) return
    const answer = await postJson('/news', { upTo })
    if (answer.ok) setNews((now) => ({ ...now, unread: 0 }))
  }
  return { ...news, open: () => void open() }
}

/** Puts how much was not seen before the title of the tab, whatever page gives it. */
export function useTitleCount(unread: number): void {
  useEffect(() => {
    const mark = () => {
      const plain = document.title.replace(/^\(\d+\) /, '')
      const wanted = unread > 0 ? `(${unread}) ${plain}` : plain
      if (document.title !== wanted) document.title = wanted
    }
    mark()
    const observer = new MutationObserver(mark)
    observer.observe(document.head, { childList: true, subtree: true, characterData: true })
    return () => observer.disconnect()
  }, [unread])
}
