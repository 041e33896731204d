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

interface FuelTableProps {
  table: (FuelTable & { id: number }) | null
  dieselE3: number | null
  onClose: () => void
  onSaved: () => void
}

/** Makes or changes a fuel table, with what it would add at today's diesel. */
export function FuelTableDialog(props: FuelTableProps) {
  const { table, dieselE3, onClose } = props
  const { form, set, read, save } = useFuelTable(props)
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
            value={form.name}
            onChange={(event) => set({ name: event.target.value })}
            error={error('name')}
            autoFocus
          />
          {figureFields.map(([name, label]) => (
            <Field
              key={name}
              label={label}
              inputMode="decimal"
              value={form[name]}
              onChange={(event) => set({ [name]: event.target.value })}
              error={error(name)}
            />
          ))}
          <Choice
            label="In"
            value={form.basis}
            options={fuelBases}
            words={basisWords}
            onChange={(basis) => set({ basis })}
          />
          <Check
            className="col-span-2"
            label="A step that has begun counts as a whole one"
            checked={form.begunStepCounts}
            onChange={(begunStepCounts) => set({ begunStepCounts })}
          />
          {read && <Reading table={read} dieselE3={dieselE3} />}
        </>
      )}
    </FormDialog>
  )
}

const figureFields = [
  ['baseE3', 'Nothing is added up to, $ a gallon'],
  ['stepE3', 'Every step of, $ a gallon'],
  ['addE4', 'Adds'],
] as const

/** The table as it is typed, as it reads so far, and saving it. */
function useFuelTable({ table, onSaved }: FuelTableProps) {
  const [form, setForm] = useState({
    name: table?.name ?? '',
    baseE3: table ? dieselWords(table.baseE3) : '1.250',
    stepE3: table ? dieselWords(table.stepE3) : '0.060',
    addE4: table ? String(table.addE4 / rateScale) : '0.01',
    basis: table?.basis ?? ('per_mile' as FuelBasis),
    begunStepCounts: table?.begunStepCounts ?? true,
  })
  const typed = {
    ...form,
    baseE3: scaled(form.baseE3, dieselScale),
    stepE3: scaled(form.stepE3, dieselScale),
    addE4: scaled(form.addE4, rateScale),
  }
  const save = async () => {
    const whole = fuelTableSchema.safeParse(typed)
    if (!whole.success)
      return { errors: whole.error.issues.map(({ path, message }) => ({ path: path.join('.'), message })) }
    const answer = await postJson('/fuel/tables', { intent: 'save', id: table?.id ?? null, table: whole.data })
    if (answer.ok) {
      toast(`${form.name} saved`)
      onSaved()
    }
    return answer
  }
  const read = fuelTableSchema.safeParse({ ...typed, name: form.name.trim() || 'new table' }).data ?? null
  return { form, set: (part: Partial<typeof form>) => setForm({ ...form, ...part }), read, save }
}

/** The table in words, and what it adds at today's diesel. */
function Reading({ table, dieselE3 }: { table: FuelTable; dieselE3: number | null }) {
  return (
    <p className="label col-span-2">
      {fuelTableWords(table)}
      {dieselE3 !== null && `; at ${dieselWords(dieselE3)} that is ${chargeWords(fuelSurcharge(table, dieselE3))}`}
    </p>
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
