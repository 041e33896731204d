import { useEffect, useRef, useState } from 'react'
import { useRevalidator } from 'react-router'
import type { QuoteAct, QuoteActed } from '#server/quote/act'
import { useChanges } from '../ui/live'
import { type Posted, postJson } from '../ui/post'

/** Our own acts come back as news of the quote: so long they are not read again. */
const ownEcho = 1500
const gather = 200

/** Acts on a quote, sent one after another; what others do to it is read again. */
export function useActs(quoteId: number) {
  const [going, setGoing] = useState(0)
  const queue = useRef<Promise<unknown>>(Promise.resolve())
  const lastAct = useRef(0)
  const echo = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  const { revalidate } = useRevalidator()
  useChanges(({ aggregate, id }) => {
    if (aggregate !== 'everything' && !(aggregate === 'quote' && id === quoteId)) return
    clearTimeout(echo.current)
    echo.current = setTimeout(() => void revalidate(), Date.now() - lastAct.current < ownEcho ? ownEcho : gather)
  })
  useEffect(() => () => clearTimeout(echo.current), [])

  /** Does something once everything before it is done. */
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    setGoing((before) => before + 1)
    const answer = queue.current.then(work).finally(() => setGoing((before) => before - 1))
    queue.current = answer
    return answer
  }
  const post = async (act: QuoteAct, key?: string): Promise<Posted<QuoteActed>> => {
    lastAct.current = Date.now()
    const posted = await postJson<QuoteActed>(`/quotes/${quoteId}/act`, act, key)
    lastAct.current = Date.now()
    return posted
  }
  return { busy: going > 0, inTurn, post, revalidate }
}
