import { type RuleKindCode, ruleKindCodes, ruleKinds } from '#core/vetting/policy'
import { RuleRow, ruleColumns } from './rule-row'
import type { PolicyDraft } from './use-policy'

interface RulesProps {
  mine: PolicyDraft
  edits: boolean
  onCondition: (at: number) => void
}

/** The rules of the policy, one under the other, and one more. */
export function Rules({ mine, edits, onCondition }: RulesProps) {
  return (
    <section aria-labelledby="rules">
      <h2 id="rules" className="sr-only">
        Rules
      </h2>
      <div className={`${ruleColumns} label py-1`} aria-hidden="true">
        <span>On</span>
        <span>What</span>
        <span>Threshold</span>
        <span>Severity</span>
        <span>For</span>
        <span>Override by</span>
        <span />
      </div>
      <ul>
        {mine.draft.rules.map((rule, at) => (
          <RuleRow
            key={rule.id}
            rule={rule}
            edits={edits}
            error={mine.errors[at]}
            onChange={(part) => mine.change(at, part)}
            onCondition={() => onCondition(at)}
            onRemove={() => mine.remove(at)}
          />
        ))}
      </ul>
      {edits && (
        <label className="mt-2 flex items-center gap-2 border-t pt-2">
          <span className="label">One more rule</span>
          <select
            className="field !w-96"
            value=""
            onChange={(event) => event.target.value && mine.add(event.target.value as RuleKindCode)}
          >
            <option value="">Choose what it looks for</option>
            {ruleKindCodes.map((kind) => (
              <option key={kind} value={kind}>
                {ruleKinds[kind].title}
              </option>
            ))}
          </select>
        </label>
      )}
    </section>
  )
}
