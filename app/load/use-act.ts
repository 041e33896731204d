import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import type { LoadAct } from '#server/load-page/act'
import { type Posted, postJson } from '../ui/post'

export interface Acting {
  busy: boolean
  /** Sends one act; the page is read anew whatever came of it. A refusal is told as a toast unless `quiet`. */
  act: (act: LoadAct, done?: string, quiet?: boolean) => Promise<Posted<{ done: true }>>
}

export function useAct(loadId: number): Acting {
  const [busy, setBusy] = useState(false)
  const { revalidate } = useRevalidator()
  return {
    busy,
    async act(act, done, quiet = false) {
      setBusy(true)
      const answer = await postJson<{ done: true }>(`/loads/${loadId}/act`, act)
      await revalidate()
      setBusy(false)
      if (answer.ok && done) toast(done)
      if (!answer.ok && !quiet) toast(answer.message, { className: '!text-bill' })
      return answer
    },
  }
}
