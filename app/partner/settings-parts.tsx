import { documentKinds, type PartnerForm, statusOccasions } from '#core/tender/partner'
import { Check, CheckSet, Choice, Field } from '../ui/field'

const lineEndWords = { '': 'nothing', LF: 'a line feed', CRLF: 'return and line feed' } as const
const delimiterWords = {
  element: 'Elements',
  component: 'Components',
  segment: 'Segment end',
  repetition: 'Repetition',
} as const
const delimiterNames = ['element', 'component', 'segment', 'repetition'] as const
const occasionWords = (occasion: string) => occasion.replace('_', ', ').replace(/^\w/, (letter) => letter.toUpperCase())

export interface SettingsPart {
  form: PartnerForm
  set: (part: Partial<PartnerForm>) => void
  error: (path: string) => string | undefined
  mayEdit: boolean
}

/** What parts elements and segments in the documents we send. */
export function DelimiterFields({ form: { delimiters }, set, error, mayEdit }: SettingsPart) {
  return (
    <fieldset className="grid grid-cols-5 gap-2">
      <legend className="label pb-1">
        What parts what in documents we send (control characters by name: [LF], [GS])
      </legend>
      {delimiterNames.map((name) => (
        <Field
          key={name}
          label={delimiterWords[name]}
          value={delimiters[name]}
          maxLength={5}
          disabled={!mayEdit}
          onChange={(event) => set({ delimiters: { ...delimiters, [name]: event.target.value } })}
          error={error(`delimiters.${name}`)}
        />
      ))}
      <Choice
        label="Then"
        value={delimiters.lineEnd}
        options={['', 'LF', 'CRLF'] as const}
        words={lineEndWords}
        onChange={(lineEnd) => set({ delimiters: { ...delimiters, lineEnd } })}
      />
    </fieldset>
  )
}

/** Which documents go between us. */
export function DocumentFields({ form, set, mayEdit }: SettingsPart) {
  return (
    <fieldset className="flex flex-wrap gap-x-4">
      <legend className="label">Documents that flow</legend>
      <CheckSet
        options={documentKinds}
        chosen={form.documents}
        disabled={!mayEdit}
        onChange={(documents) => set({ documents })}
      />
    </fieldset>
  )
}

/** What a connection may do. */
export function ConnectionChecks({ form, set, mayEdit, isFolder }: SettingsPart & { isFolder: boolean }) {
  return (
    <div className="flex flex-wrap gap-x-6">
      <Check
        label="reads notes in our answers"
        checked={form.takesNotes}
        disabled={!mayEdit}
        onChange={(takesNotes) => set({ takesNotes })}
      />
      <Check
        label="paused: nothing is fetched or sent"
        checked={form.paused}
        disabled={!mayEdit}
        onChange={(paused) => set({ paused })}
      />
      {!isFolder && (
        <Check
          label="the address may be inside our own network"
          checked={form.allowPrivate}
          disabled={!mayEdit}
          onChange={(allowPrivate) => set({ allowPrivate })}
        />
      )}
    </div>
  )
}

/** The codes by which a partner wants to hear what check calls tell. */
export function StatusCodeFields({ form: { statusCodes }, set, error, mayEdit }: SettingsPart) {
  return (
    <fieldset className="grid grid-cols-4 gap-2">
      <legend className="label pb-1">Their status codes for our check calls (empty: not sent)</legend>
      {statusOccasions.map((occasion) => (
        <Field
          key={occasion}
          label={occasionWords(occasion)}
          value={statusCodes[occasion] ?? ''}
          maxLength={2}
          disabled={!mayEdit}
          onChange={(event) => set({ statusCodes: { ...statusCodes, [occasion]: event.target.value.toUpperCase() } })}
          error={error(`statusCodes.${occasion}`)}
        />
      ))}
    </fieldset>
  )
}
