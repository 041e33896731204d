import { useState } from 'react'
import { type Equipment, equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import { formatAmount, readAmount } from '#core/money/money'
import type { Condition } from '#core/vetting/policy'
import { CheckSet, Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { wrongAt } from '../ui/use-saving'

const yesNo = { any: 'any', yes: 'only', no: 'all but' } as const
const asChoice = (value: boolean | undefined): keyof typeof yesNo => {
  if (value === undefined) return 'any'
  if (value) return 'yes'
  return 'no'
}
const asFlag = (choice: keyof typeof yesNo): boolean | undefined => (choice === 'any' ? undefined : choice === 'yes')
const listOf = (typed: string): string[] | undefined => {
  const words = typed
    .split(',')
    .map((word) => word.trim())
    .filter((word) => word !== '')
  return words.length > 0 ? words : undefined
}

/** The loads a rule is for. What is left empty does not matter. */
export function ConditionDialog({
  title,
  when,
  onKeep,
  onClose,
}: {
  title: string
  when: Condition
  onKeep: (when: Condition) => void
  onClose: () => void
}) {
  const [customers, setCustomers] = useState(when.customers?.join(', ') ?? '')
  const [commodities, setCommodities] = useState(when.commodities?.join(', ') ?? '')
  const [value, setValue] = useState(when.valueOverMinor === undefined ? '' : formatAmount(when.valueOverMinor))
  const [equipment, setEquipment] = useState<Equipment[]>(when.equipment ?? [])
  const [crossBorder, setCrossBorder] = useState(asChoice(when.crossBorder))
  const [hazmat, setHazmat] = useState(asChoice(when.hazmat))
  const keep = async () => {
    const minor = value.trim() === '' ? undefined : readAmount(value)
    if (minor === null) return wrongAt({ valueOverMinor: 'An amount, as 150,000' })
    const all = {
      customers: listOf(customers),
      commodities: listOf(commodities),
      valueOverMinor: minor,
      equipment: equipment.length > 0 ? equipment : undefined,
      crossBorder: asFlag(crossBorder),
      hazmat: asFlag(hazmat),
    }
    onKeep(Object.fromEntries(Object.entries(all).filter(([, part]) => part !== undefined)))
    return undefined
  }
  return (
    <FormDialog
      title={`${title}: for which loads`}
      layout="grid grid-cols-2 gap-3"
      button="Save"
      save={keep}
      onClose={onClose}
      onSaved={() => undefined}
    >
      {(error) => (
        <>
          <Field
            label="Customers (parts of names, with commas)"
            className="col-span-2"
            value={customers}
            onChange={(event) => setCustomers(event.target.value)}
            autoFocus
          />
          <Field
            label="Freight (words, with commas)"
            className="col-span-2"
            value={commodities}
            onChange={(event) => setCommodities(event.target.value)}
          />
          <Field
            label="Worth more than $"
            value={value}
            onChange={(event) => setValue(event.target.value)}
            error={error('valueOverMinor')}
          />
          <span />
          <Choice
            label="Loads over a border"
            value={crossBorder}
            options={['any', 'yes', 'no']}
            words={yesNo}
            onChange={setCrossBorder}
          />
          <Choice
            label="Hazardous loads"
            value={hazmat}
            options={['any', 'yes', 'no']}
            words={yesNo}
            onChange={setHazmat}
          />
          <fieldset className="col-span-2 flex flex-wrap gap-x-4">
            <legend className="label">Equipment (none chosen: all)</legend>
            <CheckSet options={equipmentKinds} words={equipmentWords} chosen={equipment} onChange={setEquipment} />
          </fieldset>
        </>
      )}
    </FormDialog>
  )
}
