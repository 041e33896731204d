import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import type { TenderAct, TenderActOutcome } from '#server/tender/act'
import { postJson } from '../ui/post'
import type { SaveResult } from '../ui/use-saving'

export interface Answering {
  busy: boolean
  /** Sends one answer to one or many tenders; tells what came of each. The refusal of the only one comes back. */
  answer: (act: TenderAct) => Promise<SaveResult>
}

/** Sends answers to tenders, one or many, and says what came of each. */
export function useAnswer(): Answering {
  const [busy, setBusy] = useState(false)
  const { revalidate } = useRevalidator()
  return {
    busy,
    async answer(act) {
      setBusy(true)
      const sent = await postJson<TenderActOutcome>('/intake/act', act)
      await revalidate()
      setBusy(false)
      if (!sent.ok) return sent
      const refused = sent.value.outcomes.flatMap((each) => ('refusal' in each ? [each.refusal.message] : []))
      const done = sent.value.outcomes.length - refused.length
      const remark = sent.value.outcomes
        .map((each) => ('done' in each ? each.remark : null))
        .find((words) => words !== null)
      if (refused.length === 1 && done === 0) return { message: refused[0]! }
      toast(
        [
          done > 0 ? `${done === 1 ? 'Tender' : `${done} tenders`} ${answeredWords[act.intent] ?? 'settled'}` : '',
          refused.length > 0 ? `${refused.length} not: ${refused[0]}` : '',
          remark ?? '',
        ]
          .filter(Boolean)
          .join('. '),
      )
      return { ok: true }
    },
  }
}

const answeredWords: Record<string, string> = { decline: 'declined', accept: 'accepted' }
