import { useCallback, useEffect, useRef } from 'react'

/** How long typing has to rest before it is kept, and how long until a server that did not answer is asked again. */
const restMs = 600
const retryMs = 3000

/**
 * Keeps what is typed into a form, for this person and on the server, until `settle` says that it is saved or given up. What changes in the last moment
 * before the page goes is sent with it; while the server does not answer, it is tried again. `fields` is null as long as nothing was typed.
 */
export function useKeptForm(form: string, fields: object | null): { settle: () => void } {
  const text = fields === null ? null : JSON.stringify(fields)
  const sent = useRef<string | null>(null)
  const latest = useRef(text)
  latest.current = text
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const isSettled = useRef(false)
  const going = useRef<Promise<boolean>>(Promise.resolve(true))
  const send = useCallback(async () => {
    const wanted = latest.current
    if (wanted === null || wanted === sent.current || isSettled.current) return
    going.current = keep(form, wanted)
    const answered = await going.current
    if (answered) sent.current = wanted
    if (latest.current !== sent.current) {
      clearTimeout(timer.current)
      timer.current = setTimeout(() => void send(), answered ? restMs : retryMs)
    }
  }, [form])
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is typed starts the rest anew
  useEffect(() => {
    clearTimeout(timer.current)
    timer.current = setTimeout(() => void send(), restMs)
  }, [text, send])
  useEffect(() => {
    const leave = () => void send()
    window.addEventListener('pagehide', leave)
    return () => {
      window.removeEventListener('pagehide', leave)
      clearTimeout(timer.current)
      leave()
    }
  }, [send])
  const settle = useCallback(() => {
    isSettled.current = true
    clearTimeout(timer.current)
    // What is still on its way must not arrive after it.
    void going.current.then(() => keep(form, 'null'))
  }, [form])
  return { settle }
}

/** Whether the server has taken it, or never will: nobody signed in may be by the next try. What is too much for a request that outlives its page is sent as a plain one. */
const keep = (form: string, fields: string): Promise<boolean> =>
  fetch('/kept-forms', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: `{"form":${JSON.stringify(form)},"fields":${fields}}`,
    keepalive: fields.length < 60_000,
  }).then(
    ({ status }) => status < 500 && status !== 401,
    () => false,
  )
