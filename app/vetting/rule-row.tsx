import type { DeskRole } from '#core/access/access'
import { equipmentWords } from '#core/load/words'
import { formatMoney } from '#core/money/money'
import { asksOf, type Condition, type Rule, ruleKinds } from '#core/vetting/policy'
import { LinkButton } from '../ui/link-button'

interface Props {
  rule: Rule
  edits: boolean
  error: string | undefined
  onChange: (part: Partial<Rule>) => void
  onCondition: () => void
  onRemove: () => void
}

/** Passed by: nobody, managers, or reps as well. */
const passers: Record<string, DeskRole[]> = { nobody: [], manager: ['manager'], rep: ['manager', 'rep'] }
const passerOf = (rule: Rule) => {
  if (rule.overridableBy.includes('rep')) return 'rep'
  if (rule.overridableBy.includes('manager')) return 'manager'
  return 'nobody'
}

export const ruleColumns =
  'grid grid-cols-[28px_minmax(0,1fr)_220px_88px_minmax(76px,0.5fr)_112px_24px] items-center gap-x-3'

/** One rule: whether it is on, what it looks for with its thresholds, its severity, for which loads, and who may override it. */
export function RuleRow({ rule, edits, error, onChange, onCondition, onRemove }: Props) {
  const asks = Object.entries(asksOf(rule.kind))
  const title = ruleKinds[rule.kind].title
  return (
    <li className={`${ruleColumns} min-h-9 border-t py-0.5 ${rule.on ? '' : 'text-second'}`}>
      <input
        type="checkbox"
        aria-label={`${title}: on`}
        checked={rule.on}
        disabled={!edits}
        onChange={(event) => onChange({ on: event.target.checked })}
      />
      <span>{title}</span>
      <span className="flex flex-wrap gap-2">
        {asks.map(([name, ask]) => (
          <label key={name} className="flex items-center gap-1">
            <input
              className="field !h-7 !w-28 !px-1.5 text-right font-mono"
              type="number"
              step={ask.unit === 'times' ? 0.1 : 1}
              min={ask.min}
              max={ask.max}
              aria-label={`${title}: ${ask.label}`}
              aria-invalid={error ? true : undefined}
              value={Number.isFinite(rule.ask[name]) ? rule.ask[name] : ''}
              disabled={!edits}
              onChange={(event) =>
                onChange({
                  ask: { ...rule.ask, [name]: event.target.value === '' ? Number.NaN : Number(event.target.value) },
                })
              }
            />
            <span className="label">
              {ask.unit === 'dollars' && Number.isFinite(rule.ask[name])
                ? formatMoney(rule.ask[name]! * 100)
                : ask.label}
            </span>
          </label>
        ))}
        {error && <span className="text-bill">{error}</span>}
      </span>
      <select
        aria-label={`${title}: severity`}
        className={`field !h-7 ${rule.severity === 'stop' ? '!text-bill' : '!text-ring-text'}`}
        value={rule.severity}
        disabled={!edits}
        onChange={(event) => onChange({ severity: event.target.value as Rule['severity'] })}
      >
        <option value="stop">blocks</option>
        <option value="caution">caution</option>
      </select>
      <LinkButton
        className="truncate text-left disabled:text-second disabled:no-underline"
        disabled={!edits}
        onClick={onCondition}
        aria-label={`${title}: for which loads`}
      >
        {conditionWords(rule.when)}
      </LinkButton>
      {rule.severity === 'stop' ? (
        <select
          aria-label={`${title}: who may override it`}
          className="field !h-7"
          value={passerOf(rule)}
          disabled={!edits}
          onChange={(event) => onChange({ overridableBy: passers[event.target.value]! })}
        >
          <option value="nobody">nobody</option>
          <option value="manager">a manager</option>
          <option value="rep">any rep</option>
        </select>
      ) : (
        <span />
      )}
      {edits ? (
        <button
          type="button"
          aria-label={`Remove: ${title}`}
          className="min-h-[24px] min-w-[24px] text-second"
          onClick={onRemove}
        >
          ×
        </button>
      ) : (
        <span />
      )}
    </li>
  )
}

/** For which loads a rule is, in a few words. */
export function conditionWords(when: Condition): string {
  const parts = [
    when.customers?.join(', '),
    when.commodities?.join(', '),
    when.equipment?.map((kind) => equipmentWords[kind].toLowerCase()).join(', '),
    when.valueOverMinor === undefined ? undefined : `worth over ${formatMoney(when.valueOverMinor)}`,
    yesOrNo(when.crossBorder, 'over a border', 'within one country'),
    yesOrNo(when.hazmat, 'hazardous', 'not hazardous'),
  ].filter(Boolean)
  return parts.length === 0 ? 'all loads' : parts.join('; ')
}

function yesOrNo(holds: boolean | undefined, yes: string, no: string): string | undefined {
  if (holds === undefined) return undefined
  return holds ? yes : no
}
