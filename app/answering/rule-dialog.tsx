import { useState } from 'react'
import { equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import { type AnswerRule, ruleVerdicts } from '#core/tender/answer-rules'
import { type DeclineCode, declineCodes, declineReasons } from '#core/tender/reasons'
import { verdictWords } from '#core/tender/words'
import { Dialog } from '../ui/dialog'
import { Choice, Field } from '../ui/field'
import type { FieldError } from '../ui/post'

export const emptyRule: AnswerRule = {
  name: '',
  verdict: 'accept',
  reasonCode: null,
  lanes: [],
  equipment: [],
  leastDays: null,
  mostDays: null,
  driving: 'feasible',
  margin: { at: 'middle', is: 'at_least', percent: 12 },
  week: null,
  hold: 'free',
}

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

/** One rule: what it wants to be true, and what it answers then. Whatever is left open does not matter. */
export function RuleDialog({
  rule,
  onSave,
  onClose,
}: {
  rule: AnswerRule
  onSave: (rule: AnswerRule) => Promise<FieldError[] | null>
  onClose: () => void
}) {
  const [form, setForm] = useState(rule)
  const [lanes, setLanes] = useState(rule.lanes.map(({ from, to }) => `${from} > ${to}`).join('\n'))
  const [errors, setErrors] = useState<FieldError[]>([])
  const set = (part: Partial<AnswerRule>) => setForm({ ...form, ...part })
  const error = (path: string) => errors.find((each) => each.path.replace('rule.', '').startsWith(path))?.message
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    const read = lanes
      .split('\n')
      .filter((line) => line.trim() !== '')
      .map((line) => {
        const [from = '', to = ''] = line.split('>').map((end) => end.trim())
        return { from, to }
      })
    const problems = await onSave({
      ...form,
      lanes: read,
      reasonCode: form.verdict === 'decline' ? (form.reasonCode ?? 'BG') : null,
    })
    if (problems === null) onClose()
    else setErrors(problems)
  }
  return (
    <Dialog open onClose={onClose} title={rule.name === '' ? 'A new rule' : rule.name} wide>
      <form onSubmit={save} className="flex flex-col gap-3" noValidate>
        <div className="grid grid-cols-3 gap-3">
          <Field
            label="Name, as it stands on every answer"
            value={form.name}
            onChange={(event) => set({ name: event.target.value })}
            error={error('name')}
            autoFocus
          />
          <Choice
            label="Then"
            value={form.verdict}
            options={ruleVerdicts}
            words={verdictWords}
            onChange={(verdict) => set({ verdict })}
          />
          {form.verdict === 'decline' ? (
            <Choice<DeclineCode>
              label="Because"
              value={form.reasonCode ?? 'BG'}
              options={declineCodes}
              words={declineReasons}
              onChange={(reasonCode) => set({ reasonCode })}
            />
          ) : (
            <span />
          )}
        </div>
        <div className="grid grid-cols-2 gap-3">
          <div>
            <label className="label" htmlFor="lanes">
              Lanes, one a line, from &gt; to: ID, 837 or Boise, ID
            </label>
            <textarea
              id="lanes"
              className="field !h-20 font-mono"
              value={lanes}
              onChange={(event) => setLanes(event.target.value)}
              aria-invalid={error('lanes') ? true : undefined}
              placeholder={'ID > AZ\nBoise, ID >'}
            />
            {error('lanes') && <p className="text-sm text-bill">{error('lanes')}</p>}
          </div>
          <fieldset className="flex flex-wrap content-start gap-x-3">
            <legend className="label">Equipment (none marked: any)</legend>
            {equipmentKinds.map((kind) => (
              <label key={kind} className="flex items-center gap-1">
                <input
                  type="checkbox"
                  checked={form.equipment.includes(kind)}
                  onChange={(event) =>
                    set({
                      equipment: event.target.checked
                        ? [...form.equipment, kind]
                        : form.equipment.filter((each) => each !== kind),
                    })
                  }
                />{' '}
                {equipmentWords[kind]}
              </label>
            ))}
          </fieldset>
        </div>
        <div className="grid grid-cols-4 gap-3">
          <Field
            label="Days ahead, at least"
            inputMode="decimal"
            value={form.leastDays ?? ''}
            onChange={(event) => set({ leastDays: numberOrNull(event.target.value) })}
          />
          <Field
            label="at most"
            inputMode="decimal"
            value={form.mostDays ?? ''}
            onChange={(event) => set({ mostDays: numberOrNull(event.target.value) })}
            error={error('mostDays')}
          />
          <Choice
            label="The drive"
            value={form.driving}
            options={['any', 'feasible', 'not_feasible'] as const}
            words={drivingWords}
            onChange={(driving) => set({ driving })}
          />
          <Choice
            label="The customer"
            value={form.hold}
            options={['any', 'on_hold', 'free'] as const}
            words={holdWords}
            onChange={(hold) => set({ hold })}
          />
          <Choice
            label="Margin"
            value={form.margin?.at ?? 'none'}
            options={['none', 'middle', 'high'] as const}
            words={atWords}
            onChange={(at) =>
              set({ margin: at === 'none' ? null : { is: 'at_least', percent: 12, ...form.margin, at } })
            }
          />
          {form.margin ? (
            <Choice
              label="is"
              value={form.margin.is}
              options={['at_least', 'below'] as const}
              words={marginIsWords}
              onChange={(is) => set({ margin: { ...form.margin!, is } })}
            />
          ) : (
            <span />
          )}
          {form.margin ? (
            <Field
              label="percent of the charge"
              inputMode="decimal"
              value={form.margin.percent}
              onChange={(event) => set({ margin: { ...form.margin!, percent: numberOrNull(event.target.value) ?? 0 } })}
            />
          ) : (
            <span />
          )}
          <span />
          <Choice
            label="Taken that week"
            value={form.week?.is ?? 'none'}
            options={['none', 'below', 'reached'] as const}
            words={weekWords}
            onChange={(is) => set({ week: is === 'none' ? null : { count: form.week?.count ?? 10, is } })}
          />
          {form.week ? (
            <Field
              label="loads"
              inputMode="numeric"
              value={form.week.count}
              onChange={(event) =>
                set({ week: { ...form.week!, count: Math.round(numberOrNull(event.target.value) ?? 0) } })
              }
            />
          ) : (
            <span />
          )}
        </div>
        {errors.length > 0 && !errors.some(({ path }) => path !== '') && (
          <p role="alert" className="text-bill">
            {errors[0]!.message}
          </p>
        )}
        <button type="submit" className="button first self-start">
          Keep, switched off
        </button>
      </form>
    </Dialog>
  )
}
