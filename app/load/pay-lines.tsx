import { type Charge, type ChargeFacts, chargeBases, chargeKinds, chargeSheet } from '#core/charge/charge'
import { chargeBasisWords, chargeKindWords } from '#core/charge/words'
import { deskCurrency } from '#core/money/exchange'
import { formatMoney } from '#core/money/money'
import { marginWords } from '../load-form/findings'
import type { ChargeValues } from '../load-form/form-fields'
import { chargesFrom, readRate } from '../load-form/form-values'
import { Choice, CurrencySelect, Field } from '../ui/field'
import { LinkButton } from '../ui/link-button'

/** Charges as the lines of the form. */
export const payLinesFrom = (charges: Charge[]): ChargeValues[] =>
  charges.map(({ kind, basis, rateE4, quantity, currency, note, day }) => ({
    kind,
    basis,
    quantity,
    currency,
    note,
    day,
    rate: String(rateE4 / 10_000),
  }))

/** The agreed pay as charges, or null where a rate cannot be read. */
export function readPayLines(lines: ChargeValues[]): Charge[] | null {
  if (lines.some((line) => line.rate.trim() !== '' && readRate(line.rate) === null)) return null
  return chargesFrom(lines)
}

interface PayLinesProps {
  lines: ChargeValues[]
  onChange: (lines: ChargeValues[]) => void
  facts: ChargeFacts
  sellMinor: number
}

/** The pay agreed with the carrier, line by line, with its sum and the margin it leaves. */
export function PayLines(props: PayLinesProps) {
  const { lines, onChange } = props
  const change = (index: number, part: Partial<ChargeValues>) =>
    onChange(lines.map((line, at) => (at === index ? { ...line, ...part } : line)))
  return (
    <section aria-label="Agreed pay" className="flex flex-col gap-1.5">
      {lines.map((line, index) => (
        <PayLine
          key={index}
          line={line}
          index={index}
          change={(part) => change(index, part)}
          onRemove={() => onChange(lines.filter((_, at) => at !== index))}
        />
      ))}
      <PayTotal {...props} />
    </section>
  )
}

interface PayLineProps {
  line: ChargeValues
  index: number
  change: (part: Partial<ChargeValues>) => void
  onRemove: () => void
}

const byQuantity = ['bushel', 'pallet', 'hour']

/** The quantity keeps its room where there is none, and gives it to the day of an advance. */
function quantityClass({ kind, basis }: ChargeValues): string {
  if (kind === 'advance') return 'hidden'
  return byQuantity.includes(basis) ? '' : 'invisible'
}

function PayLine({ line, index, change, onRemove }: PayLineProps) {
  return (
    <div className="grid grid-cols-[1.2fr_90px_1fr_120px_20px] items-start gap-2">
      <Choice
        hideLabel
        label={`Pay line ${index + 1}`}
        value={line.kind}
        options={chargeKinds}
        words={chargeKindWords}
        onChange={(kind) => change({ kind })}
      />
      <Field
        hideLabel
        label={`Rate of pay line ${index + 1}`}
        inputMode="decimal"
        value={line.rate}
        onChange={(event) => change({ rate: event.target.value })}
        error={line.rate.trim() && readRate(line.rate) === null ? 'A figure' : undefined}
        autoFocus={index === 0}
        onFocus={(event) => event.target.select()}
      />
      <Choice
        hideLabel
        label={`Basis of pay line ${index + 1}`}
        value={line.basis}
        options={chargeBases}
        words={chargeBasisWords}
        onChange={(basis) => change({ basis })}
      />
      <Field
        hideLabel
        label={`Quantity of pay line ${index + 1}`}
        placeholder="quantity"
        inputMode="decimal"
        value={line.quantity ?? ''}
        onChange={(event) => change({ quantity: event.target.value === '' ? null : Number(event.target.value) || 0 })}
        className={quantityClass(line)}
      />
      {line.kind === 'advance' && (
        <Field
          hideLabel
          label={`Day that advance ${index + 1} was paid`}
          type="date"
          value={line.day ?? ''}
          onChange={(event) => change({ day: event.target.value || null })}
        />
      )}
      <button
        type="button"
        className="mt-1.5 text-second"
        aria-label={`Remove pay line ${index + 1}`}
        onClick={onRemove}
      >
        ✕
      </button>
    </div>
  )
}

/** What the lines come to, in which currency, and the margin that is left. */
function PayTotal({ lines, onChange, facts, sellMinor }: PayLinesProps) {
  const charges = readPayLines(lines)
  const sheet = charges ? chargeSheet(charges, facts) : null
  const totalMinor = sheet?.totalMinor ?? 0
  const currency = lines[0]?.currency ?? deskCurrency
  return (
    <div className="flex justify-between">
      <LinkButton
        onClick={() =>
          onChange([
            ...lines,
            { kind: 'stop_off', basis: 'flat', rate: '', quantity: null, currency, note: '', day: null },
          ])
        }
      >
        Add a line
      </LinkButton>
      <span>
        <CurrencySelect
          label="Currency of the pay"
          value={currency}
          onChange={(next) => onChange(lines.map((line) => ({ ...line, currency: next })))}
        />{' '}
        We pay <b className="font-mono">{formatMoney(totalMinor, currency)}</b>
        {sellMinor > 0 && currency === deskCurrency && (
          <span className="label"> leaves {marginWords(sellMinor, totalMinor)}</span>
        )}
        {sheet && sheet.advancesMinor > 0 && (
          <span className="label">, {formatMoney(sheet.advancesMinor, currency)} of it is paid already</span>
        )}
      </span>
    </div>
  )
}
