import { useState } from 'react'
import { type AnswerRule, ruleVerdicts } from '#core/tender/answer-rules'
import { type DeclineCode, declineCodes, declineReasons } from '#core/tender/reasons'
import { verdictWords } from '#core/tender/words'
import { Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import type { SaveResult } from '../ui/use-saving'
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
  onSave: (rule: AnswerRule) => Promise<SaveResult>
  onClose: () => void
}

/** One rule: what it wants to be true, and what it answers then. Whatever is left open does not matter. */
export function RuleDialog({ rule, onSave, onClose }: RuleDialogProps) {
  const [form, setForm] = useState(rule)
  const [lanes, setLanes] = useState(rule.lanes.map(({ from, to }) => `${from} > ${to}`).join('\n'))
  const set = (part: Partial<AnswerRule>) => setForm({ ...form, ...part })
  const save = () => {
    const reasonCode = form.verdict === 'decline' ? (form.reasonCode ?? 'BG') : null
    return onSave({ ...form, lanes: readLanes(lanes), reasonCode })
  }
  return (
    <FormDialog
      title={rule.name === '' ? 'New rule' : rule.name}
      wide
      button="Save, switched off"
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
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
          <LaneConditions rule={form} set={set} error={error} lanes={lanes} onLanes={setLanes} />
          <div className="grid grid-cols-4 gap-3">
            <TimeConditions rule={form} set={set} error={error} />
            <MarginCondition rule={form} set={set} error={error} />
            <span />
            <WeekCondition rule={form} set={set} error={error} />
          </div>
        </>
      )}
    </FormDialog>
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
