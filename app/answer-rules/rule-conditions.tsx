import { equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import type { AnswerRule } from '#core/tender/answer-rules'
import { CheckSet, Choice, Field } from '../ui/field'

const drivingWords = {
  any: 'does not matter',
  feasible: 'can be driven in time',
  not_feasible: 'cannot be driven in time',
} as const
const holdWords = { any: 'does not matter', on_hold: 'is on hold', free: 'is not on hold' } as const
const atWords = { none: 'does not matter', middle: 'at the middle price', high: 'at the high price' } as const
const marginIsWords = { at_least: 'at least', below: 'less than' } as const
const weekWords = { none: 'does not matter', below: 'fewer than', reached: 'already' } as const

/** A number or nothing. */
const numberOrNull = (text: string) => (text.trim() === '' || Number.isNaN(Number(text)) ? null : Number(text))

interface ConditionsProps {
  rule: AnswerRule
  set: (part: Partial<AnswerRule>) => void
  error: (path: string) => string | undefined
}

/** Where a rule holds: its lanes as they are typed, and the equipment. */
export function LaneConditions({
  rule,
  set,
  error,
  lanes,
  onLanes,
}: ConditionsProps & { lanes: string; onLanes: (lanes: string) => void }) {
  return (
    <div className="grid grid-cols-2 gap-3">
      <div>
        <label className="label" htmlFor="lanes">
          Lanes, one a line, from &gt; to: ID, 837 or Boise, ID
        </label>
        <textarea
          id="lanes"
          className="field !h-20 font-mono"
          value={lanes}
          onChange={(event) => onLanes(event.target.value)}
          aria-invalid={error('lanes') ? true : undefined}
          placeholder={'ID > AZ\nBoise, ID >'}
        />
        {error('lanes') && <p className="text-sm text-bill">{error('lanes')}</p>}
      </div>
      <fieldset className="flex flex-wrap content-start gap-x-3">
        <legend className="label">Equipment (none marked: any)</legend>
        <CheckSet
          options={equipmentKinds}
          words={equipmentWords}
          chosen={rule.equipment}
          onChange={(equipment) => set({ equipment })}
        />
      </fieldset>
    </div>
  )
}

/** When a rule holds: days ahead, the drive, the customer's hold. */
export function TimeConditions({ rule, set, error }: ConditionsProps) {
  return (
    <>
      <Field
        label="Days ahead, at least"
        inputMode="decimal"
        value={rule.minDays ?? ''}
        onChange={(event) => set({ minDays: numberOrNull(event.target.value) })}
      />
      <Field
        label="at most"
        inputMode="decimal"
        value={rule.maxDays ?? ''}
        onChange={(event) => set({ maxDays: numberOrNull(event.target.value) })}
        error={error('maxDays')}
      />
      <Choice
        label="The drive"
        value={rule.driving}
        options={['any', 'feasible', 'not_feasible'] as const}
        words={drivingWords}
        onChange={(driving) => set({ driving })}
      />
      <Choice
        label="The customer"
        value={rule.hold}
        options={['any', 'on_hold', 'free'] as const}
        words={holdWords}
        onChange={(hold) => set({ hold })}
      />
    </>
  )
}

/** What has to be kept of the charge for a rule to hold. */
export function MarginCondition({ rule: { margin }, set }: ConditionsProps) {
  const usual = { is: 'at_least', percent: 12 } as const
  return (
    <>
      <Choice
        label="Margin"
        value={margin?.at ?? 'none'}
        options={['none', 'middle', 'high'] as const}
        words={atWords}
        onChange={(at) => set({ margin: at === 'none' ? null : { ...usual, ...margin, at } })}
      />
      {margin ? (
        <Choice
          label="is"
          value={margin.is}
          options={['at_least', 'below'] as const}
          words={marginIsWords}
          onChange={(is) => set({ margin: { ...margin, is } })}
        />
      ) : (
        <span />
      )}
      {margin ? (
        <Field
          label="percent of the charge"
          inputMode="decimal"
          value={margin.percent}
          onChange={(event) => set({ margin: { ...margin, percent: numberOrNull(event.target.value) ?? 0 } })}
        />
      ) : (
        <span />
      )}
    </>
  )
}

/** How many of the customer's loads were taken in the week of the pickup. */
export function WeekCondition({ rule: { week }, set }: ConditionsProps) {
  return (
    <>
      <Choice
        label="Taken that week"
        value={week?.is ?? 'none'}
        options={['none', 'below', 'reached'] as const}
        words={weekWords}
        onChange={(is) => set({ week: is === 'none' ? null : { count: week?.count ?? 10, is } })}
      />
      {week ? (
        <Field
          label="loads"
          inputMode="numeric"
          value={week.count}
          onChange={(event) => set({ week: { ...week, count: Math.round(numberOrNull(event.target.value) ?? 0) } })}
        />
      ) : (
        <span />
      )}
    </>
  )
}
