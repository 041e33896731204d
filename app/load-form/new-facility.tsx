import { useState } from 'react'
import type { Place } from '#core/place/place'
import { Complete } from '../ui/complete'
import { Dialog } from '../ui/dialog'
import { Field } from '../ui/field'
import { type FieldError, postJson } from '../ui/post'
import type { FacilityChoice } from './form-values'

type FoundPlace = Place & { id: number }

/** Makes a facility on the spot: its city gives place and time zone. */
export function NewFacility({ name, onClose, onMade }: { name: string; onClose: () => void; onMade: (facility: FacilityChoice) => void }) {
  const [fresh, setFresh] = useState({ name, address: '' })
  const [place, setPlace] = useState<FoundPlace | null>(null)
  const [errors, setErrors] = useState<FieldError[]>([])
  const errorOf = (path: string) => errors.find((error) => error.path === path)?.message
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    event.stopPropagation()
    if (!place) return setErrors([{ path: 'city', message: 'Choose the city' }])
    const { city, region, country, postal, lat, lon, zone } = place
    const answer = await postJson<FacilityChoice>('/make/facility', { ...fresh, city, region, country, postal, lat, lon, zone })
    if (answer.ok) onMade(answer.value)
    else setErrors(answer.errors.length > 0 ? answer.errors : [{ path: 'name', message: answer.message }])
  }
  return (
    <Dialog open onClose={onClose} title="New facility">
      <form onSubmit={save} className="flex flex-col gap-3" noValidate>
        <Field label="Name" value={fresh.name} onChange={(event) => setFresh({ ...fresh, name: event.target.value })} error={errorOf('name')} />
        <Complete<FoundPlace> key={place?.id ?? 'none'} label="City or postal code" subject="places" value={place} onPick={setPlace} text={(found) => `${found.city} ${found.region}`} detail={(found) => `${found.postal}, ${found.zone.replace('America/', '').replace('_', ' ')} time`} error={errorOf('city')} autoFocus={place === null} />
        <Field label="Street" value={fresh.address} onChange={(event) => setFresh({ ...fresh, address: event.target.value })} error={errorOf('address')} autoFocus={place !== null} />
        <button type="submit" className="button first self-start">
          Make the facility <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
  )
}
