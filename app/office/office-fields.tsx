import { weekdays } from '#core/office/office'
import { CheckSet, Field } from '../ui/field'
import { TextField } from '../ui/text-field'
import type { Saving } from '../ui/use-saving'
import type { TypedOffice } from './typed-office'
import { ZoneField } from './zone-field'

export interface OfficeFieldsProps {
  typed: TypedOffice
  set: (change: Partial<TypedOffice>) => void
  error: Saving['error']
}

type TextKey = { [Key in keyof TypedOffice]: TypedOffice[Key] extends string ? Key : never }[keyof TypedOffice]

/** A row of short fields, each with what it is called and an example or what it means. */
function ShortFields({ fields, typed, set, error }: OfficeFieldsProps & { fields: readonly ShortField[] }) {
  return fields.map(({ key, label, example, reading, className }) => (
    <Field
      key={key}
      label={label}
      placeholder={example}
      reading={reading}
      className={className}
      value={typed[key]}
      onChange={(event) => set({ [key]: event.target.value })}
      error={error(key)}
    />
  ))
}

interface ShortField {
  key: TextKey
  label: string
  example?: string
  reading?: string
  className?: string
}

const identityFields: readonly ShortField[] = [
  { key: 'name', label: 'Name you trade under', example: 'Harbor Wren Freight' },
  { key: 'legalName', label: 'Legal name', example: 'Harbor Wren Freight LLC' },
  { key: 'mcNumber', label: 'MC number', example: '0123456' },
  { key: 'dotNumber', label: 'DOT number', example: '1234567' },
  { key: 'phone', label: 'Office phone', example: '208-555-0100' },
  { key: 'mail', label: 'Office email address', example: 'desk@broker.example' },
]

/** Who the brokerage is, as every document names it. */
export function IdentityFields(props: OfficeFieldsProps) {
  const { typed, set, error } = props
  return (
    <div className="grid grid-cols-2 gap-3">
      <ShortFields {...props} fields={identityFields} />
      <TextField
        label="Address, as documents print it"
        rows={2}
        placeholder={'12 Wharf St, Suite 4\nPocatello, ID 83201'}
        value={typed.address}
        onChange={(event) => set({ address: event.target.value })}
        error={error('address')}
      />
      <ZoneField value={typed.zone} onChange={(zone) => set({ zone })} error={error('zone')} />
    </div>
  )
}

const numberFields: readonly ShortField[] = [
  { key: 'loadPrefix', label: 'Loads begin with', example: 'PR' },
  { key: 'firstLoad', label: 'First load number', example: '20001' },
  { key: 'quotePrefix', label: 'Quotes begin with', example: 'Q' },
  { key: 'firstQuote', label: 'First quote number', example: '1001' },
  { key: 'confirmationPrefix', label: 'Confirmations begin with', example: 'RC' },
  { key: 'invoicePrefix', label: 'Invoices begin with', example: 'INV' },
]

/** How loads and their documents are numbered. */
export function NumberFields(props: OfficeFieldsProps) {
  const { typed } = props
  const load = `${typed.loadPrefix.toUpperCase()}-${typed.firstLoad}`
  return (
    <>
      <div className="grid grid-cols-3 gap-3">
        <ShortFields {...props} fields={numberFields} />
      </div>
      <p className="label">
        The first load is {load}, its confirmation {typed.confirmationPrefix.toUpperCase()}-{typed.firstLoad}-1, its
        invoice {typed.invoicePrefix.toUpperCase()}-{typed.firstLoad}; the first quote {typed.quotePrefix.toUpperCase()}
        -{typed.firstQuote}. Numbers given out before stay.
      </p>
    </>
  )
}

const hourFields: readonly ShortField[] = [
  { key: 'opens', label: 'Opens', example: '07:00' },
  { key: 'closes', label: 'Closes', example: '18:00' },
]
const dayWords = Object.fromEntries(weekdays.map((name, index) => [String(index), name.slice(0, 3)]))

/** When somebody is at the desk: printed for carriers on their pages. */
export function HoursFields(props: OfficeFieldsProps) {
  const { typed, set, error } = props
  return (
    <div className="grid grid-cols-[1fr_1fr_2fr] gap-3">
      <ShortFields {...props} fields={hourFields} />
      <TextField
        className="row-span-2"
        label="Holidays, one a line: 2026-12-25 Christmas Day"
        rows={4}
        value={typed.holidays}
        onChange={(event) => set({ holidays: event.target.value })}
        error={error('holidays')}
      />
      <fieldset className="col-span-2 flex flex-wrap gap-x-3">
        <legend className="label">Open on</legend>
        <CheckSet
          options={Object.keys(dayWords)}
          words={dayWords}
          chosen={typed.days}
          onChange={(days) => set({ days })}
        />
        {error('days') && <p className="text-sm text-bill">{error('days')}</p>}
      </fieldset>
    </div>
  )
}

const marginFields: readonly ShortField[] = [
  { key: 'percentE2', label: 'Keep, % of the sell price', reading: 'Quotes and target pay start from it.' },
  { key: 'floorMinor', label: 'Never less than, $', example: 'no floor' },
  { key: 'capMinor', label: 'Never more than, $', example: 'no cap' },
  { key: 'leastMarginE2', label: 'Least margin, %', reading: 'Max pay leaves at least this.' },
]

/** What is kept of a price where nothing is set for a customer. */
export const MarginFields = (props: OfficeFieldsProps) => (
  <div className="grid grid-cols-4 gap-3">
    <ShortFields {...props} fields={marginFields} />
  </div>
)

/** What is printed on every quote and every rate confirmation. */
export function TermsFields({ typed, set, error }: OfficeFieldsProps) {
  return (
    <div className="grid grid-cols-2 gap-3">
      <TextField
        label="On every rate confirmation (a blank line starts a paragraph)"
        rows={12}
        value={typed.conditions}
        onChange={(event) => set({ conditions: event.target.value })}
        error={error('conditions')}
      />
      <TextField
        label="On every quote (a blank line starts a paragraph)"
        rows={12}
        value={typed.quoteTerms}
        onChange={(event) => set({ quoteTerms: event.target.value })}
        error={error('quoteTerms')}
      />
    </div>
  )
}

const guessFields: readonly ShortField[] = [
  {
    key: 'rescueOverHighE2',
    label: 'A truck at the last hour costs over the high price, %',
    reading: 'The take line ends at this price, or at max pay where that is higher.',
  },
  {
    key: 'callAnswersE2',
    label: 'Carriers called who answer with a price, %',
    reading: 'What twenty more calls would save is calculated from it.',
  },
]

/** What the take line cannot learn from the desk's own loads. */
export const GuessFields = (props: OfficeFieldsProps) => (
  <div className="grid grid-cols-2 gap-3">
    <ShortFields {...props} fields={guessFields} />
  </div>
)

const sessionFields: readonly ShortField[] = [
  { key: 'idleMinutes', label: 'Signed out after, minutes idle' },
  { key: 'lifeDays', label: 'Signed out after, days in any case' },
]

const backupFields: readonly ShortField[] = [
  { key: 'backupAt', label: 'Back up every night after', example: '01:30' },
  { key: 'backupsKept', label: 'Backups kept', reading: 'Each is restored into a scratch folder and read through.' },
  { key: 'sentKeptDays', label: 'Keep what was sent, days', reading: 'In the outbox; the log stays for good.' },
  { key: 'rawKeptDays', label: 'Keep exchange files, days', reading: 'What was read of them stays.' },
  {
    key: 'mailKeptDays',
    label: 'Keep email of no load, days',
    reading: 'Once read; a load’s own stays with the load.',
  },
  {
    key: 'factsTakenFromPercent',
    label: 'Take trucks from email from, percent sure',
    reading: 'Of senders on file whose server is checked; 101 is never.',
  },
  { key: 'marketKeptDays', label: 'Keep market averages, days', reading: 'Prices are learned from them.' },
  { key: 'linkKeptDays', label: 'Keep ended password links, days' },
]

/** When the night's backup is made, and how many are kept. */
export const BackupFields = (props: OfficeFieldsProps) => (
  <div className="grid grid-cols-3 gap-3">
    <ShortFields {...props} fields={backupFields} />
  </div>
)

/** How long a sign-in lasts, and which roles need an authenticator app. */
export function AccessFields({ roles, ...props }: OfficeFieldsProps & { roles: readonly string[] }) {
  const { typed, set } = props
  return (
    <div className="grid grid-cols-2 gap-3">
      <ShortFields {...props} fields={sessionFields} />
      <fieldset className="col-span-2 flex flex-wrap gap-x-4">
        <legend className="label">Roles that sign in with an authenticator app</legend>
        <CheckSet
          options={roles}
          chosen={typed.secondFactorFor}
          onChange={(secondFactorFor) => set({ secondFactorFor })}
        />
      </fieldset>
    </div>
  )
}
