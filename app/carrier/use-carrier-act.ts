import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import type { CarrierActInput } from '#server/carrier/act'
import { type Posted, postJson } from '../ui/post'

export interface CarrierActing {
  busy: boolean
  /** Sends one act; the page is read anew whatever came of it. A refusal is told as a toast unless `quiet`. */
  act: (act: CarrierActInput, done?: string, quiet?: boolean) => Promise<Posted<{ done: true }>>
}

export function useCarrierAct(carrierId: number): CarrierActing {
  const [busy, setBusy] = useState(false)
  const { revalidate } = useRevalidator()
  return {
    busy,
    async act(act, done, quiet = false) {
      setBusy(true)
      const answer = await postJson<{ done: true }>(`/carriers/${carrierId}/act`, act)
      await revalidate()
      setBusy(false)
      if (answer.ok && done) toast(done)
      if (!answer.ok && !quiet) toast(answer.message, { className: '!text-bill' })
      return answer
    },
  }
}
