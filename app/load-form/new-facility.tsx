import { useRef, useState } from 'react'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { type PlaceChoice, PlaceField } from '../ui/place-field'
import { postJson } from '../ui/post'
import { wrongAt } from '../ui/use-saving'
import type { FacilityChoice } from './form-fields'

/** Makes a facility on the spot: its city gives place and time zone. */
export function NewFacility({
  name,
  onClose,
  onMade,
  onClosed,
}: {
  name: string
  onClose: () => void
  onMade: (facility: FacilityChoice) => void
  onClosed: () => boolean
}) {
  const [fresh, setFresh] = useState({ name, address: '' })
  const [place, setPlace] = useState<PlaceChoice | null>(null)
  const street = useRef<HTMLInputElement>(null)
  const pick = (chosen: PlaceChoice) => {
    setPlace(chosen)
    // Once the chosen city is in its field, what is left to give is the street.
    requestAnimationFrame(() => street.current?.focus())
  }
  const save = async () => {
    if (!place) return wrongAt({ city: 'Choose the city' })
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
    return answer
  }
  return (
    <FormDialog
      title="New facility"
      layout="flex min-h-96 flex-col gap-3"
      button="Make the facility"
      save={save}
      onClose={onClose}
      onSaved={() => undefined}
      onClosed={onClosed}
    >
      {(error) => (
        <>
          <Field
            label="Name"
            value={fresh.name}
            onChange={(event) => setFresh({ ...fresh, name: event.target.value })}
            error={error('name')}
          />
          <PlaceField
            label="City or postal code"
            value={place}
            onPick={pick}
            error={error('city')}
            autoFocus={place === null}
          />
          <Field
            label="Street"
            ref={street}
            value={fresh.address}
            onChange={(event) => setFresh({ ...fresh, address: event.target.value })}
            error={error('address')}
          />
        </>
      )}
    </FormDialog>
  )
}
