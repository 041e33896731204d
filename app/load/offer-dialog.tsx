import { useRef, useState } from 'react'
import { type Currency, formatAmount, readAmount, readMoney } from '#core/money/money'
import { type OfferSource, offerSources, offerSourceWords } from '#core/offer/offer'
import { dayOf, toInstant, toLocal } from '#core/time/local'
import { readUntil } from '#core/time/read-when'
import { dayClockWords, nearDayWords } from '#core/time/words'
import type { Verdict } from '#core/vetting/vetting'
import type { Offerer } from '#server/carrier/find'
import type { LoadPage } from '#server/load-page/read'
import { Complete } from '../ui/complete'
import { Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'
import { wrongAt } from '../ui/use-saving'
import type { Acting } from './use-act'

export interface OfferCarrier {
  id: number
  name: string
  currency?: Currency
  /** What is known of the offer before anybody called: where the truck was found, whom to call. */
  found?: { source: OfferSource; phone: string; note: string }
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
            label="Spoke with"
            value={form.person}
            onChange={(event) => set({ person: event.target.value })}
            error={error('person')}
          />
          <Field
            label="Their phone"
            type="tel"
            placeholder="where not the carrier's own"
            value={form.phone}
            onChange={(event) => set({ phone: event.target.value })}
            error={error('phone')}
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

/** Whose offer it is: known already, or looked up, on file or in the register; one of the register is added and vetted on the way. */
function CarrierField({ carrier, error, onPick }: CarrierFieldProps) {
  const [added, setAdded] = useState<{ isBusy: boolean; words: string; isProblem: boolean } | null>(null)
  if (carrier)
    return (
      <p>
        <span className="label">Carrier</span> <b>{carrier.name}</b>
      </p>
    )
  const pick = async (found: Offerer) => {
    if (found.carrierId !== null) return onPick({ ...found, id: found.carrierId })
    setAdded({ isBusy: true, words: `Adding ${found.name} from the register…`, isProblem: false })
    const answer = await postJson<{ carrierId: number; verdict: Verdict['verdict'] }>('/carriers/add', {
      number: `DOT ${found.dotNumber}`,
    })
    if (!answer.ok) return setAdded({ isBusy: false, words: answer.message, isProblem: true })
    const { carrierId, verdict } = answer.value
    setAdded({
      isBusy: false,
      words: `${found.name} is on file now, vetting: ${verdictWords[verdict]}.`,
      isProblem: false,
    })
    onPick({ id: carrierId, name: found.name, currency: found.currency })
  }
  return (
    <>
      <Complete<Offerer>
        label="Carrier, by name or MC number"
        subject="offer-carriers"
        value={null}
        onPick={(found) => void pick(found)}
        text={(found) => found.name}
        detail={(found) =>
          `${found.mcNumber ? `MC ${found.mcNumber}, ` : ''}${found.city} ${found.region}${found.carrierId === null ? ', not on file' : ''}`
        }
        error={error}
        autoFocus
      />
      {added && (
        <p role="status" className={`mt-0.5 text-sm ${added.isProblem ? 'text-bill' : 'text-second'}`}>
          {added.words}
        </p>
      )}
    </>
  )
}

const verdictWords: Record<Verdict['verdict'], string> = { clear: 'clear', caution: 'caution', stop: 'blocked' }

interface OfferForm {
  carrier: OfferCarrier | null
  price: string
  source: OfferSource
  until: string
  person: string
  phone: string
  note: string
}

/** An offer as it is typed, what is wrong with it, and recording it. */
function useOfferForm({ acting, carrier, now, zone, onRecorded }: OfferDialogProps) {
  const [form, setForm] = useState<OfferForm>({
    carrier,
    price: '',
    source: carrier?.found?.source ?? 'phone',
    until: '',
    person: '',
    phone: carrier?.found?.phone ?? '',
    note: carrier?.found?.note ?? '',
  })
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
      person: form.person,
      phone: form.phone,
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
  return { form, set: (part: Partial<OfferForm>) => setForm((typed) => ({ ...typed, ...part })), untilWords, save }
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
