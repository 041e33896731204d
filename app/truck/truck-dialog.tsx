import { useRef, useState } from 'react'
import { type Equipment, equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import { readDays } from '#core/time/read-days'
import { daysWords } from '#core/time/words'
import type { TruckFacts } from '#core/truck/truck'
import { Complete } from '../ui/complete'
import { Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { type PlaceChoice, PlaceField } from '../ui/place-field'
import { postJson } from '../ui/post'
import { wrongAt } from '../ui/use-saving'
import { readTruck, type TypedTruck, typedTruck } from './truck-form'

interface CarrierChoice {
  id: number
  name: string
  mcNumber: string | null
  city: string
  region: string
}

interface TruckDialogProps {
  /** The truck to put right; null for one that was said on the phone. */
  truck: (TruckFacts & { id: number; messageId: number | null }) | null
  today: string
  onClose: () => void
  onSaved: () => void
}

/** A truck that somebody says on the phone, or one that was read wrongly: where it is empty, when, and what it wants. */
export function TruckDialog({ truck, today, onClose, onSaved }: TruckDialogProps) {
  const [typed, setTyped] = useState(() => typedTruck(truck))
  const [carrier, setCarrier] = useState<CarrierChoice | null>(null)
  const set = (changed: Partial<TypedTruck>) => setTyped((before) => ({ ...before, ...changed }))
  const save = async () => {
    const missing = {
      ...(truck || carrier ? {} : { carrierId: 'Choose the carrier' }),
      ...(typed.place ? {} : { city: 'Give the town' }),
    }
    if (Object.keys(missing).length > 0) return wrongAt(missing)
    const facts = readTruck(typed, today)
    const act = truck ? { intent: 'change_truck', id: truck.id } : { intent: 'note_truck', carrierId: carrier!.id }
    return postJson('/trucks/act', { ...act, facts })
  }
  return (
    <FormDialog
      title={truck ? 'Put the truck right' : 'A truck from the phone'}
      button={truck ? 'Save' : 'Keep'}
      note={truck?.messageId ? 'Their next email is read by what you change here.' : undefined}
      layout="grid grid-cols-4 gap-3"
      wide
      save={save}
      onSaved={() => {
        onSaved()
        onClose()
      }}
      onClose={onClose}
    >
      {(error) => (
        <>
          {!truck && (
            <div className="col-span-2">
              <Complete<CarrierChoice>
                label="Carrier"
                subject="carriers"
                value={carrier}
                onPick={setCarrier}
                text={({ name }) => name}
                detail={({ mcNumber, city, region }) => `${mcNumber ? `MC ${mcNumber}, ` : ''}${city} ${region}`}
                error={error('carrierId')}
                leadsOn
                autoFocus
              />
            </div>
          )}
          <TruckFields typed={typed} set={set} error={error} today={today} />
        </>
      )}
    </FormDialog>
  )
}

interface FieldsProps {
  typed: TypedTruck
  set: (changed: Partial<TypedTruck>) => void
  error: (field: string) => string | undefined
  today: string
}

function TruckFields({ typed, set, error, today }: FieldsProps) {
  const count = useRef<HTMLInputElement>(null)
  const days = readDays(typed.day.trim() === '' ? 'today' : typed.day, today)
  const field = (key: 'count' | 'wants' | 'avoids' | 'rate' | 'lengthFt' | 'weightLb' | 'radiusMiles') => ({
    value: typed[key],
    onChange: (event: { target: { value: string } }) => set({ [key]: event.target.value }),
  })
  return (
    <>
      <div className="col-span-2">
        <PlaceField
          label="Empty in"
          value={typed.place as PlaceChoice | null}
          onPick={(place) => set({ place })}
          error={error('city')}
        />
      </div>
      <Field
        label="Day"
        placeholder="today, fri, 12/3-12/5"
        className="col-span-2"
        value={typed.day}
        onChange={(event) => set({ day: event.target.value })}
        reading={days ? daysWords(days.from, days.to) : undefined}
        error={error('fromDay') ?? error('toDay')}
      />
      <Choice<Equipment>
        label="Trailer"
        value={typed.equipment}
        options={equipmentKinds}
        words={equipmentWords}
        onChange={(equipment) => set({ equipment })}
      />
      <Field ref={count} label="Trucks" inputMode="numeric" {...field('count')} error={error('count')} />
      <Field
        label="Wants to go to"
        placeholder="CA, OR or Dallas, TX; OK"
        className="col-span-2"
        {...field('wants')}
        error={error('destinations')}
      />
      <Field label="Not to" placeholder="NY, NJ" className="col-span-2" {...field('avoids')} error={error('avoids')} />
      <Field label="Price" placeholder="2.60/mi or 1,850" {...field('rate')} error={error('rateMinor')} />
      <Field label="Length, ft" inputMode="numeric" {...field('lengthFt')} error={error('lengthFt')} />
      <Field label="Takes, lb" inputMode="numeric" {...field('weightLb')} error={error('weightLb')} />
      <Field label="Comes empty, mi" inputMode="numeric" {...field('radiusMiles')} error={error('radiusMiles')} />
    </>
  )
}
