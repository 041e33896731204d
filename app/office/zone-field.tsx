import { useId } from 'react'

/** Zones of North America, the desk's likely ones first. */
const usual = [
  'America/New_York',
  'America/Chicago',
  'America/Denver',
  'America/Boise',
  'America/Phoenix',
  'America/Los_Angeles',
  'America/Anchorage',
  'Pacific/Honolulu',
]

const others = () =>
  Intl.supportedValuesOf('timeZone').filter((zone) => zone.startsWith('America/') && !usual.includes(zone))

/** The desk's time zone, by its name and what the clock there says now. */
export function ZoneField({
  value,
  onChange,
  error,
}: {
  value: string
  onChange: (zone: string) => void
  error: string | undefined
}) {
  const id = useId()
  return (
    <div>
      <label htmlFor={id} className="label">
        Time zone of the desk
      </label>
      <select
        id={id}
        className="field"
        value={value}
        onChange={(event) => onChange(event.target.value)}
        aria-invalid={error ? true : undefined}
      >
        <optgroup label="Usual">
          {usual.map((zone) => (
            <option key={zone} value={zone}>
              {placeOf(zone)}
            </option>
          ))}
        </optgroup>
        <optgroup label="Others">
          {others().map((zone) => (
            <option key={zone} value={zone}>
              {placeOf(zone)}
            </option>
          ))}
        </optgroup>
      </select>
      {error && <p className="mt-0.5 text-sm text-bill">{error}</p>}
    </div>
  )
}

const placeOf = (zone: string): string => zone.slice(zone.indexOf('/') + 1).replaceAll('_', ' ')
