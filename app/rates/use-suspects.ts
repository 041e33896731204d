import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { formatAmount } from '#core/money/money'
import type { Correction, SuspectPrice } from '#server/rates/suspects'
import { useKeys } from '../ui/keys'
import { postJson } from '../ui/post'

/** Past prices still to be reviewed, the one in hand, and saying what one really was; each can be undone. */
export function useSuspects(suspects: SuspectPrice[], mayCorrect: boolean) {
  const [done, setDone] = useState<ReadonlySet<number>>(new Set())
  const [chosen, setChosen] = useState<number | null>(null)
  const { revalidate } = useRevalidator()
  const left = suspects.filter(({ loadId }) => !done.has(loadId))
  const say = async (correction: Correction, words: string) => {
    const answer = await postJson('/rates/correct', correction)
    if (!answer.ok) return void toast(answer.message, { className: '!text-bill' })
    setDone((before) => new Set(before).add(correction.loadId))
    toast(words, {
      action: {
        label: 'Undo',
        onClick: async () => {
          await postJson('/rates/correct', { loadId: correction.loadId, verdict: 'undo' } satisfies Correction)
          setDone((before) => new Set([...before].filter((loadId) => loadId !== correction.loadId)))
          await revalidate()
        },
      },
    })
  }
  const move = (step: number) => {
    const next = left[Math.max(0, Math.min(left.length - 1, left.findIndex(({ loadId }) => loadId === chosen) + step))]
    if (next) document.querySelector<HTMLElement>(`[data-suspect="${next.loadId}"]`)?.focus()
  }
  const current = left.find(({ loadId }) => loadId === chosen)
  useKeys('Past prices', [
    { key: 'ArrowDown', words: 'next price', run: () => move(1), disabled: left.length === 0 },
    { key: 'ArrowUp', words: 'price before', run: () => move(-1), disabled: left.length === 0 },
    {
      key: 'y',
      words: 'yes, it was meant so',
      run: () =>
        current?.meantMinor &&
        void say(
          { loadId: current.loadId, verdict: 'price', priceMinor: current.meantMinor },
          `${current.number} counts as ${formatAmount(current.meantMinor)}`,
        ),
      disabled: !mayCorrect || !current?.meantMinor,
    },
    {
      key: 'd',
      words: 'leave it out',
      run: () => current && void say({ loadId: current.loadId, verdict: 'left_out' }, `${current.number} is left out`),
      disabled: !mayCorrect || !current,
    },
    {
      key: 'w',
      words: 'it was paid so',
      run: () =>
        current && void say({ loadId: current.loadId, verdict: 'as_paid' }, `${current.number} counts as it was paid`),
      disabled: !mayCorrect || !current,
    },
  ])
  return { left, chosen, choose: setChosen, say }
}
