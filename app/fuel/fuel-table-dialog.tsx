import { useState } from 'react'
import { toast } from 'sonner'
import { rateScale } from '#core/charge/charge'
import { dieselScale, type FuelBasis, type FuelTable, fuelBases, fuelSurcharge, fuelTableSchema } from '#core/fuel/fuel'
import { dieselWords, fuelTableWords } from '#core/fuel/words'
import { Check, Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'

const basisWords: Record<FuelBasis, string> = {
  per_mile: 'dollars a mile',
  percent_of_line_haul: 'percent of line haul',
}

/** Makes or changes a fuel table, with what it would add at today's diesel. */
export function FuelTableDialog({
  table,
  dieselE3,
  onClose,
  onSaved,
}: {
  table: (FuelTable & { id: number }) | null
  dieselE3: number | null
  onClose: () => void
  onSaved: () => void
}) {
  const [name, setName] = useState(table?.name ?? '')
  const [base, setBase] = useState(table ? dieselWords(table.baseE3) : '1.250')
  const [step, setStep] = useState(table ? dieselWords(table.stepE3) : '0.060')
  const [basis, setBasis] = useState<FuelBasis>(table?.basis ?? 'per_mile')
  const [add, setAdd] = useState(table ? String(table.addE4 / rateScale) : '0.01')
  const [begun, setBegun] = useState(table?.begunStepCounts ?? true)
  const typed = {
    name,
    baseE3: scaled(base, dieselScale),
    stepE3: scaled(step, dieselScale),
    basis,
    addE4: scaled(add, rateScale),
    begunStepCounts: begun,
  }
  const read = fuelTableSchema.safeParse({ ...typed, name: name.trim() || 'new table' })
  const charge = read.success && dieselE3 !== null ? fuelSurcharge(read.data, dieselE3) : null
  const save = async () => {
    const whole = fuelTableSchema.safeParse(typed)
    if (!whole.success)
      return { errors: whole.error.issues.map(({ path, message }) => ({ path: path.join('.'), message })) }
    const answer = await postJson('/fuel/tables', { intent: 'save', id: table?.id ?? null, table: whole.data })
    if (answer.ok) {
      toast(`${name} saved`)
      onSaved()
    }
    return answer
  }
  return (
    <FormDialog
      title={table ? `Change ${table.name}` : 'New fuel table'}
      layout="grid grid-cols-2 gap-3"
      button="Save"
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
          <Field
            label="Name"
            className="col-span-2"
            value={name}
            onChange={(event) => setName(event.target.value)}
            error={error('name')}
            autoFocus
          />
          <Field
            label="Nothing is added up to, $ a gallon"
            inputMode="decimal"
            value={base}
            onChange={(event) => setBase(event.target.value)}
            error={error('baseE3')}
          />
          <Field
            label="Every step of, $ a gallon"
            inputMode="decimal"
            value={step}
            onChange={(event) => setStep(event.target.value)}
            error={error('stepE3')}
          />
          <Field
            label="Adds"
            inputMode="decimal"
            value={add}
            onChange={(event) => setAdd(event.target.value)}
            error={error('addE4')}
          />
          <Choice label="In" value={basis} options={fuelBases} words={basisWords} onChange={setBasis} />
          <Check
            className="col-span-2"
            label="A step that has begun counts as a whole one"
            checked={begun}
            onChange={setBegun}
          />
          {read.success && (
            <p className="label col-span-2">
              {fuelTableWords(read.data)}
              {dieselE3 !== null && `; at ${dieselWords(dieselE3)} that is ${chargeWords(charge)}`}
            </p>
          )}
        </>
      )}
    </FormDialog>
  )
}

/** A figure as a whole number of its smallest parts; NaN for no figure. */
const scaled = (typed: string, scale: number): number =>
  /^\d{1,3}(\.\d{1,4})?$/.test(typed.trim()) ? Math.round(Number(typed) * scale) : Number.NaN

function chargeWords(charge: ReturnType<typeof fuelSurcharge>): string {
  if (!charge) return 'nothing'
  const rate = charge.rateE4 / rateScale
  return charge.basis === 'per_mile' ? `$${rate.toFixed(3)} a mile` : `${rate.toFixed(1)}%`
}
