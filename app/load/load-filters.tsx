import { type ReactNode, useState } from 'react'
import { Form, Link, useSubmit } from 'react-router'
import { usualRadius } from '#core/listing/lists'
import { sortText } from '#core/listing/sort'
import { equipmentKinds, loadStates } from '#core/load/load'
import type { DayKind, LoadQuery, MissingThing, stateGroups } from '#core/load/load-query'
import { equipmentWords, loadStateWords } from '#core/load/words'
import { regionNames } from '#core/place/regions'
import { LinkButton } from '../ui/link-button'
import { useAddressForm } from '../ui/use-address-form'

const groupWords: Record<keyof typeof stateGroups, string> = {
  open: 'Before dispatch',
  booked: 'With a carrier',
  on_the_way: 'On the way',
  hauled: 'Delivered and after',
}

/** The search of the loads and what narrows it; every choice is in the address bar. */
export function LoadFilters({
  query,
  reps,
  teams,
  me,
  params,
}: {
  query: LoadQuery
  /** Who asks: their own loads, and their team's, are the first choices. */
  me: { id: number; teamId: number | null }
  reps: { id: number; name: string }[]
  teams: { id: number; name: string }[]
  params: string
}) {
  const submit = useSubmit()
  const form = useAddressForm(params)
  return (
    <Form
      role="search"
      ref={form}
      className="flex flex-wrap items-center gap-2"
      onChange={(event) => {
        const changed = event.target as HTMLElement
        if (changed.matches('select, input[type=date]')) void submit(withoutEmpty(event.currentTarget))
      }}
      onSubmit={(event) => {
        event.preventDefault()
        void submit(withoutEmpty(event.currentTarget))
      }}
    >
      <input
        name="q"
        defaultValue={query.q}
        aria-label="Number, customer, carrier, city, reference"
        placeholder="Number, customer, carrier, city, reference"
        className="field !w-64"
        autoFocus
      />
      <button type="submit" className="button">
        Search
      </button>
      <Choice name="state" label="State" chosen={query.state} width="!w-42">
        <optgroup label="Groups">
          {Object.entries(groupWords).map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </optgroup>
        <optgroup label="States">
          {loadStates.map((state) => (
            <option key={state} value={state}>
              {loadStateWords[state]}
            </option>
          ))}
        </optgroup>
      </Choice>
      <Choice name="rep" label="Rep" chosen={query.rep} width="!w-32">
        {reps.some(({ id }) => id === me.id) && <option value={me.id}>Mine</option>}
        {reps
          .filter(({ id }) => id !== me.id)
          .map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
      </Choice>
      {teams.length > 0 && (
        <Choice name="team" label="Team" chosen={query.team} width="!w-28">
          {me.teamId !== null && <option value={me.teamId}>My team</option>}
          {teams
            .filter(({ id }) => id !== me.teamId)
            .map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
        </Choice>
      )}
      <Choice name="equipment" label="Equipment" chosen={query.equipment} width="!w-32">
        {equipmentKinds.map((kind) => (
          <option key={kind} value={kind}>
            {equipmentWords[kind]}
          </option>
        ))}
      </Choice>
      <Choice name="from" label="From" chosen={query.from}>
        {regionOptions}
      </Choice>
      <Choice name="to" label="To" chosen={query.to}>
        {regionOptions}
      </Choice>
      <DayField name="since" label={dayWords[query.days ?? 'pickup']} day={query.since} />
      <DayField name="until" label="to" day={query.until} />
      <input type="hidden" name="sort" value={sortText(query.sort)} />
      {params !== '' && (
        <Link to="?" className="link">
          Clear
        </Link>
      )}
      <MoreFilters query={query} />
    </Form>
  )
}

const dayWords: Record<DayKind | 'pickup', string> = { pickup: 'Pickup', delivery: 'Delivery', created: 'Made' }

const missingWords: Record<MissingThing, string> = {
  carrier: 'No carrier',
  sell: 'No sell charge',
  confirmation: 'Not confirmed',
  driver: 'No driver’s phone',
  delivery_proof: 'No proof of delivery',
}

/** What narrows the loads more rarely: around a place, by another day, by what they lack. Open where one of them is in force. */
function MoreFilters({ query }: { query: LoadQuery }) {
  const isUsed = Boolean(query.near || query.nearTo || query.missing || query.days)
  const [isOpen, setOpen] = useState(isUsed)
  if (!isOpen && !isUsed) return <LinkButton onClick={() => setOpen(true)}>More filters</LinkButton>
  return (
    <span className="flex basis-full flex-wrap items-center gap-2">
      <PlaceText name="near" label="Picked up near (city, state)" value={query.near} />
      <PlaceText name="nearTo" label="Delivered near (city, state)" value={query.nearTo} />
      <label className="label flex items-center gap-1.5">
        within
        <input
          name="within"
          inputMode="numeric"
          defaultValue={query.within ?? ''}
          placeholder={String(usualRadius)}
          className="field !w-16"
        />
        straight miles
      </label>
      <Choice name="missing" label="Missing" chosen={query.missing} width="!w-42">
        <Options words={missingWords} />
      </Choice>
      <Choice name="days" label="Days are of pickup" chosen={query.days} width="!w-44">
        <option value="delivery">Days are of delivery</option>
        <option value="created">Days are of making</option>
      </Choice>
    </span>
  )
}

const PlaceText = ({ name, label, value }: { name: string; label: string; value: string }) => (
  <input name={name} aria-label={label} placeholder={label} defaultValue={value} className="field !w-56" />
)

const Options = ({ words }: { words: Record<string, string> }) =>
  Object.entries(words).map(([value, text]) => (
    <option key={value} value={value}>
      {text}
    </option>
  ))

/** A form's fields without the empty ones: they would only lengthen the address. */
function withoutEmpty(form: HTMLFormElement): FormData {
  const data = new FormData(form)
  for (const [name, value] of [...data])
    if (value === '' || (name === 'sort' && value === '-created')) data.delete(name)
  return data
}

function Choice({
  name,
  label,
  chosen,
  width = '!w-24',
  children,
}: {
  name: string
  label: string
  chosen: string | number | null
  width?: string
  children: ReactNode
}) {
  return (
    <select
      name={name}
      aria-label={label}
      defaultValue={chosen ?? ''}
      className={`field ${width} ${chosen === null ? 'text-second' : 'font-semibold'}`}
    >
      <option value="">{label}</option>
      {children}
    </select>
  )
}

function DayField({ name, label, day }: { name: string; label: string; day: string | null }) {
  return (
    <label className="label flex items-center gap-1.5">
      {label}
      <input type="date" name={name} defaultValue={day ?? ''} className="field !w-30" />
    </label>
  )
}

const regionOptions = Object.entries(regionNames).map(([code, name]) => (
  <option key={code} value={code}>
    {name}
  </option>
))
