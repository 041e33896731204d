import { useState } from 'react'
import { type AnswerRule, ruleVerdicts } from '#core/tender/answer-rules'
import { type DeclineCode, declineCodes, declineReasons } from '#core/tender/reasons'
import { verdictWords } from '#core/tender/words'
import { Alert } from '../ui/alert'
import { Dialog } from '../ui/dialog'
import { Choice, Field } from '../ui/field'
import type { FieldError } from '../ui/post'
import { LaneConditions, MarginCondition, TimeConditions, WeekCondition } from './rule-conditions'

export const emptyRule: AnswerRule = {
  name: '',
  verdict: 'accept',
  reasonCode: null,
  lanes: [],
  equipment: [],
  minDays: null,
  maxDays: null,
  driving: 'feasible',
  margin: { at: 'middle', is: 'at_least', percent: 12 },
  week: null,
  hold: 'free',
}

interface RuleDialogProps {
  rule: AnswerRule
  /** Returns what is wrong with it, or null once it is kept. */
  onSave: (rule: AnswerRule) => Promise<FieldError[] | null>
  onClose: () => void
}

/** One rule: what it wants to be true, and what it answers then. Whatever is left open does not matter. */
export function RuleDialog({ rule, onSave, onClose }: RuleDialogProps) {
  const [form, setForm] = useState(rule)
  const [lanes, setLanes] = useState(rule.lanes.map(({ from, to }) => `${from} > ${to}`).join('\n'))
  const [errors, setErrors] = useState<FieldError[]>([])
  const set = (part: Partial<AnswerRule>) => setForm({ ...form, ...part })
  const error = (path: string) => errors.find((each) => each.path.replace('rule.', '').startsWith(path))?.message
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    const reasonCode = form.verdict === 'decline' ? (form.reasonCode ?? 'BG') : null
    const problems = await onSave({ ...form, lanes: readLanes(lanes), reasonCode })
    if (problems === null) onClose()
    else setErrors(problems)
  }
  const conditions = { rule: form, set, error }
  return (
    <Dialog open onClose={onClose} title={rule.name === '' ? 'A new rule' : rule.name} wide>
      <form onSubmit={save} className="flex flex-col gap-3" noValidate>
        <div className="grid grid-cols-3 gap-3">
          <Field
            label="Name, shown on every answer"
            value={form.name}
            onChange={(event) => set({ name: event.target.value })}
            error={error('name')}
            autoFocus
          />
          <AnswerFields form={form} set={set} />
        </div>
        <LaneConditions {...conditions} lanes={lanes} onLanes={setLanes} />
        <div className="grid grid-cols-4 gap-3">
          <TimeConditions {...conditions} />
          <MarginCondition {...conditions} />
          <span />
          <WeekCondition {...conditions} />
        </div>
        {errors.length > 0 && !errors.some(({ path }) => path !== '') && <Alert>{errors[0]!.message}</Alert>}
        <button type="submit" className="button first self-start">
          Keep, switched off
        </button>
      </form>
    </Dialog>
  )
}

function AnswerFields({ form, set }: { form: AnswerRule; set: (part: Partial<AnswerRule>) => void }) {
  return (
    <>
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
    </>
  )
}

/** Lanes as they are typed, one a line: `ID > AZ`; an end left open is empty. */
function readLanes(typed: string): AnswerRule['lanes'] {
  const lines = typed.split('\n').filter((line) => line.trim() !== '')
  return lines.map((line) => {
    const [from = '', to = ''] = line.split('>').map((end) => end.trim())
    return { from, to }
  })
}
