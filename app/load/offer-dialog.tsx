import { useRef, useState } from 'react'
import { type Currency, formatAmount, readAmount, readMoney } from '#core/money/money'
import { type OfferSource, offerSources, offerSourceWords } from '#core/offer/offer'
import { dayOf, toInstant, toLocal } from '#core/time/local'
import { readUntil } from '#core/time/read-when'
import { dayClockWords, nearDayWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'
import { Complete } from '../ui/complete'
import { Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { wrongAt } from '../ui/use-saving'
import type { Acting } from './use-act'

interface CarrierChoice {
  id: number
  name: string
  mcNumber: string
  city: string
  region: string
  phone: string
  currency: Currency
}

export interface OfferCarrier {
  id: number
  name: string
  currency?: Currency
}

interface OfferDialogProps {
  page: LoadPage
  acting: Acting
  carrier: OfferCarrier | null
  now: number
  zone: string
  onClose: () => void
  onRecorded: (carrierId: number) => void
}

/** Records an offer from the phone, without the mouse: carrier, price, and what else was said. */
export function OfferDialog(props: OfferDialogProps) {
  const { page, carrier, onClose } = props
  const { form, set, untilWords, save } = useOfferForm(props)
  const priceField = useRef<HTMLInputElement>(null)
  const pick = (picked: OfferCarrier) => {
    set({ carrier: picked })
    // At once: what is typed next is already the price.
    priceField.current?.focus()
  }
  return (
    <FormDialog title="Record an offer" layout="grid grid-cols-2 gap-3" button="Record" save={save} onClose={onClose}>
      {(error) => (
        <>
          <div className="col-span-2">
            <CarrierField carrier={carrier} error={error('carrierId')} onPick={pick} />
          </div>
          <Field
            ref={priceField}
            label="Price, all in"
            inputMode="decimal"
            value={form.price}
            onChange={(event) => set({ price: event.target.value })}
            error={error('payMinor')}
            reading={priceReading(page, readAmount(form.price))}
            autoFocus={carrier !== null}
          />
          <Field
            label="Good until"
            placeholder="5p, 30m, tomorrow 9"
            value={form.until}
            onChange={(event) => set({ until: event.target.value })}
            error={error('goodUntil')}
            reading={untilWords}
          />
          <Choice
            label="Source"
            value={form.source}
            options={offerSources}
            words={offerSourceWords}
            onChange={(source) => set({ source })}
          />
          <Field
            label="Note"
            value={form.note}
            onChange={(event) => set({ note: event.target.value })}
            error={error('note')}
          />
        </>
      )}
    </FormDialog>
  )
}

interface CarrierFieldProps {
  carrier: OfferCarrier | null
  error: string | undefined
  onPick: (carrier: OfferCarrier) => void
}

/** Whose offer it is: known already, or looked up. */
function CarrierField({ carrier, error, onPick }: CarrierFieldProps) {
  if (carrier)
    return (
      <p>
        <span className="label">Carrier</span> <b>{carrier.name}</b>
      </p>
    )
  return (
    <Complete<CarrierChoice>
      label="Carrier, by name or MC number"
      subject="carriers"
      value={null}
      onPick={onPick}
      text={(found) => found.name}
      detail={(found) => `MC ${found.mcNumber}, ${found.city} ${found.region}`}
      error={error}
      autoFocus
    />
  )
}

interface OfferForm {
  carrier: OfferCarrier | null
  price: string
  source: OfferSource
  until: string
  note: string
}

/** An offer as it is typed, what is wrong with it, and recording it. */
function useOfferForm({ acting, carrier, now, zone, onRecorded }: OfferDialogProps) {
  const [form, setForm] = useState<OfferForm>({ carrier, price: '', source: 'phone', until: '', note: '' })
  const [sureOf, setSureOf] = useState<string | null>(null)
  const nowLocal = toLocal(now, zone)
  const untilLocal = form.until.trim() ? readUntil(form.until, nowLocal) : null
  const save = async () => {
    const named = readMoney(form.price, form.carrier?.currency ?? 'USD')
    const found: Record<string, string> = {}
    if (!form.carrier) found.carrierId = 'Choose the carrier'
    if (!named?.amountMinor) found.payMinor = 'Give the price: 2480, 2.4k, C$2400'
    if (form.until.trim() && !untilLocal) found.goodUntil = 'Until when? 5p, 30m, tomorrow 9'
    if (!form.carrier || !named || Object.keys(found).length > 0) return wrongAt(found)
    const offer = {
      carrierId: form.carrier.id,
      payMinor: named.amountMinor,
      currency: named.currency,
      sure: sureOf === form.price,
      source: form.source,
      goodUntil: untilLocal ? toInstant(untilLocal, zone) : null,
      note: form.note,
    }
    const answer = await acting.act({ intent: 'record_offer', offer }, `Offer of ${form.carrier.name} recorded`, true)
    if (answer.ok) onRecorded(form.carrier.id)
    // The price looks mistyped: the same one once more is meant.
    else if (answer.code === 'offer_out_by_ten') setSureOf(form.price)
    return answer
  }
  const untilWords = untilLocal
    ? dayClockWords(nearDayWords(dayOf(untilLocal), dayOf(nowLocal)), untilLocal)
    : undefined
  return { form, set: (part: Partial<OfferForm>) => setForm({ ...form, ...part }), untilWords, save }
}

/** What a price comes to while it is typed: by the mile, against max, and whether a digit slipped. */
function priceReading({ load, band }: LoadPage, payMinor: number | null): string | undefined {
  if (!payMinor) return undefined
  const times = band ? payMinor / band.middleMinor : 1
  if (times > 4 || times < 0.25)
    return `${formatAmount(payMinor)}: a digit too ${times > 4 ? 'many' : 'few'}? The lane costs about ${formatAmount(band!.middleMinor)}`
  const perMile = `${(payMinor / 100 / Math.max(1, load.miles)).toFixed(2)} a mile`
  if (load.maxPayMinor === null) return perMile
  const over = payMinor - load.maxPayMinor
  return over > 0 ? `${perMile}, ${formatAmount(over)} above max` : `${perMile}, within max`
}
