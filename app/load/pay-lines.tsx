import { type Charge, type ChargeFacts, chargeBases, chargeKinds, chargeSheet } from '#core/charge/charge'
import { chargeBasisWords, chargeKindWords } from '#core/charge/words'
import { deskCurrency } from '#core/money/exchange'
import { type Currency, currencies, formatMoney } from '#core/money/money'
import { marginWords } from '../load-form/findings'
import { type ChargeValues, chargesFrom, readRate } from '../load-form/form-values'
import { Choice, Field } from '../ui/field'

export const payLinesFrom = (charges: Charge[]): ChargeValues[] =>
  charges.map(({ kind, basis, rateE4, quantity, currency, note, paidOn }) => ({
    kind,
    basis,
    quantity,
    currency,
    note,
    paidOn,
    rate: String(rateE4 / 10_000),
  }))

/** The agreed pay as charges, or null where a rate cannot be read. */
export function readPayLines(lines: ChargeValues[]): Charge[] | null {
  if (lines.some((line) => line.rate.trim() !== '' && readRate(line.rate) === null)) return null
  return chargesFrom(lines)
}

/** The pay agreed with the carrier, line by line, with its sum and the margin it leaves. */
export function PayLines({
  lines,
  onChange,
  facts,
  sellMinor,
}: {
  lines: ChargeValues[]
  onChange: (lines: ChargeValues[]) => void
  facts: ChargeFacts
  sellMinor: number
}) {
  const change = (index: number, part: Partial<ChargeValues>) =>
    onChange(lines.map((line, at) => (at === index ? { ...line, ...part } : line)))
  const charges = readPayLines(lines)
  const sheet = charges ? chargeSheet(charges, facts) : null
  const totalMinor = sheet?.totalMinor ?? 0
  const currency = lines[0]?.currency ?? deskCurrency
  return (
    <section aria-label="Agreed pay" className="flex flex-col gap-1.5">
      {lines.map((line, index) => (
        <div key={index} className="grid grid-cols-[1.2fr_90px_1fr_120px_20px] items-start gap-2">
          <Choice
            hideLabel
            label={`Pay line ${index + 1}`}
            value={line.kind}
            options={chargeKinds}
            words={chargeKindWords}
            onChange={(kind) => change(index, { kind })}
          />
          <Field
            hideLabel
            label={`Rate of pay line ${index + 1}`}
            inputMode="decimal"
            value={line.rate}
            onChange={(event) => change(index, { rate: event.target.value })}
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
            onChange={(basis) => change(index, { basis })}
          />
          <Field
            hideLabel
            label={`Quantity of pay line ${index + 1}`}
            placeholder="quantity"
            inputMode="decimal"
            value={line.quantity ?? ''}
            onChange={(event) =>
              change(index, { quantity: event.target.value === '' ? null : Number(event.target.value) || 0 })
            }
            className={
              line.kind === 'advance'
                ? 'hidden'
                : line.basis === 'bushel' || line.basis === 'pallet' || line.basis === 'hour'
                  ? ''
                  : 'invisible'
            }
          />
          {line.kind === 'advance' && (
            <Field
              hideLabel
              label={`Day that advance ${index + 1} was paid`}
              type="date"
              value={line.paidOn ?? ''}
              onChange={(event) => change(index, { paidOn: event.target.value || null })}
            />
          )}
          <button
            type="button"
            className="mt-1.5 text-second"
            aria-label={`Remove pay line ${index + 1}`}
            onClick={() => onChange(lines.filter((_, at) => at !== index))}
          >
            ✕
          </button>
        </div>
      ))}
      <div className="flex justify-between">
        <button
          type="button"
          className="text-dusk underline"
          onClick={() =>
            onChange([
              ...lines,
              { kind: 'stop_off', basis: 'flat', rate: '', quantity: null, currency, note: '', paidOn: null },
            ])
          }
        >
          Add a line
        </button>
        <span>
          <select
            aria-label="Currency of the pay"
            className="field mr-2 !h-6 !w-20 !py-0"
            value={currency}
            onChange={(event) => onChange(lines.map((line) => ({ ...line, currency: event.target.value as Currency })))}
          >
            {currencies.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
          We pay <b className="font-mono">{formatMoney(totalMinor, currency)}</b>
          {sellMinor > 0 && currency === deskCurrency && (
            <span className="label"> leaves {marginWords(sellMinor, totalMinor)}</span>
          )}
          {sheet && sheet.advancesMinor > 0 && (
            <span className="label">, {formatMoney(sheet.advancesMinor, currency)} of it is paid already</span>
          )}
        </span>
      </div>
    </section>
  )
}
