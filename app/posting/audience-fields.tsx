import { useState } from 'react'
import type { Offerer } from '#server/carrier/find'
import { Complete } from '../ui/complete'
import { Check, Choice, Field } from '../ui/field'
import { LinkButton } from '../ui/link-button'
import type { Saving } from '../ui/use-saving'
import type { TypedTerms } from './typed-terms'

interface AudienceFieldsProps {
  typed: TypedTerms
  set: (change: Partial<TypedTerms>) => void
  error: Saving['error']
  groups: { id: number; name: string }[]
}

const toWhomWords = { everybody: 'everybody', chosen: 'chosen carriers only' }

/** Who sees a posting: everybody, or groups and carriers that are chosen, for a while or for good. */
export function AudienceFields({ typed, set, error, groups }: AudienceFieldsProps) {
  return (
    <div className="grid grid-cols-2 gap-3">
      <Choice
        label="Shown to"
        value={typed.toWhom}
        options={['everybody', 'chosen']}
        words={toWhomWords}
        onChange={(toWhom) => set({ toWhom })}
      />
      {typed.toWhom === 'everybody' ? (
        <span />
      ) : (
        <Field
          label="Then to everybody, after minutes"
          inputMode="numeric"
          placeholder="never"
          value={typed.publicAfter}
          // Other minutes are counted from now on.
          onChange={(event) => set({ publicAfter: event.target.value, publicAt: null })}
          error={error('publicAfterMinutes')}
        />
      )}
      {typed.toWhom === 'chosen' && <ChosenFields {...{ typed, set, error, groups }} />}
    </div>
  )
}

function ChosenFields({ typed, set, error, groups }: AudienceFieldsProps) {
  const [round, setRound] = useState(0)
  const wrong = error('audience')
  const pick = ({ carrierId: id, name }: Offerer) => {
    if (id !== null && !typed.carriers.some((each) => each.id === id))
      set({ carriers: [...typed.carriers, { id, name }] })
    setRound(round + 1)
  }
  const toggle = (id: number, isChosen: boolean) =>
    set({ groupIds: isChosen ? [...typed.groupIds, id] : typed.groupIds.filter((each) => each !== id) })
  return (
    <div className="col-span-2 flex flex-col gap-2">
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
        <legend className="label">Groups, the saved searches of Carriers</legend>
        {groups.length === 0 && (
          <span className="label">none yet: search in Carriers and save the search under a name</span>
        )}
        {groups.map(({ id, name }) => (
          <Check
            key={id}
            label={name}
            checked={typed.groupIds.includes(id)}
            onChange={(isChosen) => toggle(id, isChosen)}
          />
        ))}
      </fieldset>
      <Complete<Offerer>
        key={round}
        label="And these carriers"
        subject="offer-carriers"
        value={null}
        onPick={pick}
        text={({ name }) => name}
        detail={({ mcNumber, carrierId }) =>
          `${mcNumber ? `MC ${mcNumber}` : ''}${carrierId === null ? ', not on file' : ''}`
        }
        {...(wrong ? { error: wrong } : {})}
      />
      {typed.carriers.length > 0 && (
        <ul aria-label="Chosen carriers" className="flex flex-wrap gap-x-4">
          {typed.carriers.map(({ id, name }) => (
            <li key={id}>
              {name}{' '}
              <LinkButton
                onClick={() => set({ carriers: typed.carriers.filter((each) => each.id !== id) })}
                aria-label={`Do not show it to ${name}`}
              >
                ×
              </LinkButton>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
