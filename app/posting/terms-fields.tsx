import { equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import {
  answerWays,
  answerWayWords,
  gearKinds,
  gearWords,
  payKinds,
  payKindWords,
  placeDetails,
  placeDetailWords,
  timeDetails,
  timeDetailWords,
} from '#core/posting/terms'
import type { LoadPage } from '#server/load-page/read'
import { Check, CheckSet, Choice, Field } from '../ui/field'
import { TextField } from '../ui/text-field'
import type { Saving } from '../ui/use-saving'
import { readEnd, type TypedTerms } from './typed-terms'

interface TermsFieldsProps {
  page: LoadPage
  now: number
  typed: TypedTerms
  set: (change: Partial<TypedTerms>) => void
  error: Saving['error']
}

/** Equipment that might do instead: what is hauled alike. */
const likely = ['van', 'reefer', 'flatbed', 'step_deck', 'power_only', 'conestoga', 'hotshot', 'box_truck'] as const

/** What a posting shows, field by field. */
export function TermsFields(props: TermsFieldsProps) {
  return (
    <div className="grid min-w-0 grid-cols-2 content-start gap-3">
      <PriceFields {...props} />
      <ShownFields {...props} />
      <WhoFields {...props} />
    </div>
  )
}

function PriceFields({ typed, set, error }: TermsFieldsProps) {
  return (
    <>
      <Choice
        label="Price"
        value={typed.payKind}
        options={payKinds}
        words={payKindWords}
        onChange={(payKind) => set({ payKind })}
      />
      {typed.payKind === 'none' ? (
        <span />
      ) : (
        <Field
          label="All in, for the load"
          inputMode="decimal"
          value={typed.pay}
          onChange={(event) => set({ pay: event.target.value })}
          error={error('payMinor')}
        />
      )}
    </>
  )
}

function ShownFields({ page, typed, set, error }: TermsFieldsProps) {
  const { load } = page
  return (
    <>
      <Choice
        label="Places"
        value={typed.places}
        options={placeDetails}
        words={placeDetailWords}
        onChange={(places) => set({ places })}
      />
      <Choice
        label="Times"
        value={typed.times}
        options={timeDetails}
        words={timeDetailWords}
        onChange={(times) => set({ times })}
      />
      <Field
        label="Freight shown as"
        placeholder={load.commodityHidden ? 'nothing: it is secret' : load.commodity}
        value={typed.freight}
        onChange={(event) => set({ freight: event.target.value })}
        error={error('freight')}
      />
      {load.pieces === null ? (
        <span />
      ) : (
        <Check
          label="Show pieces and size"
          className="self-end pb-2"
          checked={typed.showsPieces}
          onChange={(showsPieces) => set({ showsPieces })}
        />
      )}
      <fieldset className="col-span-2 flex flex-wrap gap-x-4 gap-y-1">
        <legend className="label">Also takes</legend>
        <CheckSet
          options={equipmentKinds.filter(
            (each) => each !== load.equipment && (likely as readonly string[]).includes(each),
          )}
          words={equipmentWords}
          chosen={typed.alsoEquipment}
          onChange={(alsoEquipment) => set({ alsoEquipment })}
        />
      </fieldset>
      <fieldset className="col-span-2 flex flex-wrap gap-x-4 gap-y-1">
        <legend className="label">Required gear</legend>
        <CheckSet options={gearKinds} words={gearWords} chosen={typed.gear} onChange={(gear) => set({ gear })} />
      </fieldset>
      <TextField
        className="col-span-2"
        label="Comments, one a line, two at most"
        rows={2}
        value={typed.comments}
        onChange={(event) => set({ comments: event.target.value })}
        error={error('comments')}
      />
    </>
  )
}

function WhoFields({ page, now, typed, set, error }: TermsFieldsProps) {
  const zone = page.load.originZone
  const end = typed.expires.trim() === '' ? null : readEnd(typed.expires, now, zone)
  return (
    <>
      <Choice
        label="Answers by"
        value={typed.answerBy}
        options={answerWays}
        words={answerWayWords}
        onChange={(answerBy) => set({ answerBy })}
      />
      <Field
        label="Carriers with at least so many trucks"
        inputMode="numeric"
        placeholder="any"
        value={typed.minTrucks}
        onChange={(event) => set({ minTrucks: event.target.value })}
        error={error('minTrucks')}
      />
      <Field
        label="Take down"
        className="col-span-2"
        placeholder="before the pickup, or say when: 5p, tomorrow 9"
        value={typed.expires}
        onChange={(event) => {
          const expires = event.target.value
          set({ expires, expiresAt: expires.trim() === '' ? null : (readEnd(expires, now, zone)?.at ?? null) })
        }}
        error={error('expiresAt')}
        reading={end?.words}
      />
    </>
  )
}
