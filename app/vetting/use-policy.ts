import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { asksOf, type Rule, type RuleKindCode, type VettingPolicy } from '#core/vetting/policy'
import type { PolicyPreview } from '#server/vetting/preview'
import { postJson } from '../ui/post'

/** The policy as it is being changed, what a preview showed of it, and what was wrong. Nothing holds until it is saved. */
export function usePolicy(policy: VettingPolicy) {
  const [draft, setDraft] = useState(policy)
  const [preview, setPreview] = useState<{ result: PolicyPreview; of: VettingPolicy } | null>(null)
  const [errors, setErrors] = useState<Record<string, string>>({})
  const [message, setMessage] = useState<string>()
  const [busy, setBusy] = useState(false)
  const { revalidate } = useRevalidator()
  const ask = async <T>(body: object) => {
    setBusy(true)
    const answer = await postJson<T>('/vetting/policy', body)
    setBusy(false)
    setMessage(answer.ok ? undefined : answer.message)
    setErrors(
      Object.fromEntries(
        (answer.ok ? [] : answer.errors).flatMap(({ path, message: text }) =>
          /rules\.(\d+)/.exec(path) ? [[/rules\.(\d+)/.exec(path)![1]!, text]] : [],
        ),
      ),
    )
    return answer
  }
  const rules = (next: Rule[]) => setDraft({ ...draft, rules: next })
  return {
    draft,
    preview,
    errors,
    message,
    busy,
    changed: JSON.stringify(draft) !== JSON.stringify(policy),
    change: (at: number, part: Partial<Rule>) =>
      rules(draft.rules.map((rule, index) => (index === at ? { ...rule, ...part } : rule))),
    remove: (at: number) => rules(draft.rules.filter((_, index) => index !== at)),
    add: (kind: RuleKindCode) => {
      const names = new Set(draft.rules.map(({ id }) => id))
      const id = Array.from({ length: 200 }, (_, at) => (at === 0 ? kind : `${kind}_${at + 1}`)).find(
        (name) => !names.has(name),
      )!
      rules([
        ...draft.rules,
        {
          id,
          kind,
          severity: 'caution',
          on: true,
          ask: Object.fromEntries(Object.entries(asksOf(kind)).map(([name, each]) => [name, each.min])),
          when: {},
          overridableBy: ['manager'],
        },
      ])
    },
    weigh: (code: string, weight: number) =>
      setDraft({ ...draft, signWeights: { ...draft.signWeights, [code]: weight } }),
    limit: (name: string, value: number) => setDraft({ ...draft, signLimits: { ...draft.signLimits, [name]: value } }),
    reset: () => setDraft(policy),
    look: async () => {
      const answer = await ask<PolicyPreview>({ intent: 'preview', policy: draft })
      if (answer.ok) setPreview({ result: answer.value, of: draft })
    },
    save: async (note: string) => {
      const saved = await ask<{ version: number }>({ intent: 'save', policy: draft, note, basedOn: policy.version })
      if (!saved.ok) return saved
      toast(`Version ${saved.value.version} applies from now on; every carrier is vetted by it`)
      setPreview(null)
      await revalidate()
      return saved
    },
  }
}

export type PolicyDraft = ReturnType<typeof usePolicy>
