import type { FoundPlace } from '#core/place/search'
import { Complete } from './complete'

export type PlaceChoice = FoundPlace & { id: string }

interface PlaceFieldProps {
  label: string
  value: PlaceChoice | null
  onPick: (place: PlaceChoice) => void
  error?: string
  autoFocus?: boolean
}

/** Where something is: a city or a postal code, completed as it is typed, two of one name distinguished. */
export function PlaceField({ label, value, onPick, error, autoFocus }: PlaceFieldProps) {
  return (
    <Complete<PlaceChoice>
      label={label}
      subject="places"
      value={value}
      onPick={onPick}
      text={(place) => `${place.city} ${place.region}`}
      detail={(place) =>
        [place.postal, place.near ?? `${place.zone.replace(/^.*\//, '').replaceAll('_', ' ')} time`]
          .filter(Boolean)
          .join(', ')
      }
      error={error}
      autoFocus={autoFocus}
    />
  )
}
