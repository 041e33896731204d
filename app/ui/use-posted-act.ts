import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { type Posted, postJson } from './post'

export interface Acting<Act> {
  busy: boolean
  /** Sends one act; the page is read again whatever came of it. A refusal is shown as a toast unless `quiet`. */
  act: (act: Act, done?: string, quiet?: boolean) => Promise<Posted<{ done: true }>>
}

/** Sends the acts of one page to its route. */
export function usePostedAct<Act>(url: string): Acting<Act> {
  const [busy, setBusy] = useState(false)
  const { revalidate } = useRevalidator()
  return {
    busy,
    async act(act, done, quiet = false) {
      setBusy(true)
      const answer = await postJson<{ done: true }>(url, act)
      await revalidate()
      setBusy(false)
      if (answer.ok && done) toast(done)
      if (!answer.ok && !quiet) toast(answer.message, { className: '!text-bill' })
      return answer
    },
  }
}
