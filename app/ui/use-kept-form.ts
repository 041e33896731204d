import { useCallback, useEffect, useRef } from 'react'

/** How long typing has to rest before it is kept, and how long until a server that did not answer is asked again. */
const restMs = 600
const retryMs = 3000

/** A form that is kept while it is typed: whose it is, and which. */
export interface KeptFormName {
  owner: number
  form: string
}

/**
 * Keeps what is typed into a form, for this person and on the server, until `settle` says that it is saved or given up; while the server does not answer, it
 * is tried again. `fields` is null as long as nothing was typed. What the server has not taken yet stays in this tab, and is given to `restore` when the page
 * is there again.
 */
export function useKeptForm(
  name: KeptFormName,
  fields: object | null,
  restore: (fields: unknown) => void,
): { settle: () => void } {
  const { form } = name
  const place = `kept ${name.owner} ${form}`
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
    if (latest.current === sent.current) return sessionStorage.removeItem(place)
    clearTimeout(timer.current)
    timer.current = setTimeout(() => void send(), answered ? restMs : retryMs)
  }, [form, place])
  // biome-ignore lint/correctness/useExhaustiveDependencies: what the tab holds is looked at once, as the page appears
  useEffect(() => {
    const left = sessionStorage.getItem(place)
    if (left !== null) restore(JSON.parse(left))
  }, [place])
  useEffect(() => {
    if (text === null || isSettled.current) return
    if (text !== sent.current) sessionStorage.setItem(place, text)
    clearTimeout(timer.current)
    timer.current = setTimeout(() => void send(), restMs)
  }, [text, place, send])
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
    sessionStorage.removeItem(place)
    // What is still on its way must not arrive after it.
    void going.current.then(() => keep(form, 'null'))
  }, [form, place])
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
