import { useRef, useState } from 'react'
import { Dialog } from '../ui/dialog'
import { Field } from '../ui/field'
import { type PlaceChoice, PlaceField } from '../ui/place-field'
import { type FieldError, postJson } from '../ui/post'
import type { FacilityChoice } from './form-values'

/** Makes a facility on the spot: its city gives place and time zone. */
export function NewFacility({
  name,
  onClose,
  onMade,
}: {
  name: string
  onClose: () => void
  onMade: (facility: FacilityChoice) => void
}) {
  const [fresh, setFresh] = useState({ name, address: '' })
  const [place, setPlace] = useState<PlaceChoice | null>(null)
  const [errors, setErrors] = useState<FieldError[]>([])
  const form = useRef<HTMLFormElement>(null)
  const pick = (chosen: PlaceChoice) => {
    setPlace(chosen)
    // Once the chosen city is in its field, what is left to give is the street.
    requestAnimationFrame(() => form.current?.querySelector<HTMLInputElement>('[name=street]')?.focus())
  }
  const errorOf = (path: string) => errors.find((error) => error.path === path)?.message
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    event.stopPropagation()
    if (!place) return setErrors([{ path: 'city', message: 'Choose the city' }])
    const { city, region, country, postal, lat, lon, zone } = place
    const answer = await postJson<FacilityChoice>('/make/facility', {
      ...fresh,
      city,
      region,
      country,
      postal,
      lat,
      lon,
      zone,
    })
    if (answer.ok) onMade(answer.value)
    else setErrors(answer.errors.length > 0 ? answer.errors : [{ path: 'name', message: answer.message }])
  }
  return (
    <Dialog open onClose={onClose} title="New facility">
      <form ref={form} onSubmit={save} className="flex min-h-96 flex-col gap-3" noValidate>
        <Field
          label="Name"
          value={fresh.name}
          onChange={(event) => setFresh({ ...fresh, name: event.target.value })}
          error={errorOf('name')}
        />
        <PlaceField
          label="City or postal code"
          value={place}
          onPick={pick}
          error={errorOf('city')}
          autoFocus={place === null}
        />
        <Field
          label="Street"
          name="street"
          value={fresh.address}
          onChange={(event) => setFresh({ ...fresh, address: event.target.value })}
          error={errorOf('address')}
        />
        <button type="submit" className="button first self-start">
          Make the facility <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
  )
}
