import { useRef, useState } from 'react'
import { type Currency, formatAmount, readAmount, readMoney } from '#core/money/money'
import { type OfferSource, offerSources, offerSourceWords } from '#core/offer/offer'
import { dayOf, toInstant, toLocal } from '#core/time/local'
import { readUntil } from '#core/time/read-when'
import { dayClockWords, nearDayWords } from '#core/time/words'
import type { LoadPage } from '#server/load/read'
import { Complete } from '../ui/complete'
import { Dialog } from '../ui/dialog'
import { Choice, Field } from '../ui/field'
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

/** Records an offer from the phone, without the mouse: carrier, price, and what else was said. */
export function OfferDialog({
  page,
  acting,
  carrier,
  now,
  zone,
  onClose,
}: {
  page: LoadPage
  acting: Acting
  carrier: OfferCarrier | null
  now: number
  zone: string
  onClose: () => void
}) {
  const [chosen, setChosen] = useState<OfferCarrier | null>(carrier)
  const [price, setPrice] = useState('')
  const [source, setSource] = useState<OfferSource>('phone')
  const [until, setUntil] = useState('')
  const [note, setNote] = useState('')
  const [sureOf, setSureOf] = useState<string | null>(null)
  const [errors, setErrors] = useState<Record<string, string>>({})
  const priceField = useRef<HTMLInputElement>(null)
  const nowLocal = toLocal(now, zone)
  const untilLocal = until.trim() ? readUntil(until, nowLocal) : null
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    const named = readMoney(price, chosen?.currency ?? 'USD')
    const payMinor = named?.amountMinor ?? null
    const found: Record<string, string> = {}
    if (!chosen) found.carrierId = 'Choose the carrier'
    if (!payMinor) found.payMinor = 'Give the price: 2480, 2.4k, C$2400'
    if (until.trim() && !untilLocal) found.goodUntil = 'Until when? 5p, 30m, tomorrow 9'
    setErrors(found)
    if (!chosen || !payMinor || Object.keys(found).length > 0) return
    const answer = await acting.act(
      {
        intent: 'record_offer',
        offer: {
          carrierId: chosen.id,
          payMinor,
          currency: named!.currency,
          sure: sureOf === price,
          source,
          goodUntil: untilLocal ? toInstant(untilLocal, zone) : null,
          note,
        },
      },
      `Offer of ${chosen.name} recorded`,
      true,
    )
    if (answer.ok) return onClose()
    // The price looks mistyped: the same one once more is meant.
    if (answer.code === 'offer_out_by_ten') setSureOf(price)
    setErrors({
      whole: answer.message,
      ...Object.fromEntries(answer.errors.map((error) => [error.path.replace(/^offer\./, ''), error.message])),
    })
  }
  return (
    <Dialog open onClose={onClose} title="Record an offer">
      <form onSubmit={save} className="grid grid-cols-2 gap-3" noValidate>
        <div className="col-span-2">
          {carrier ? (
            <p>
              <span className="label">Carrier</span> <b>{carrier.name}</b>
            </p>
          ) : (
            <Complete<CarrierChoice>
              label="Carrier, by name or MC number"
              subject="carriers"
              value={null}
              onPick={(picked) => {
                setChosen(picked)
                // At once: what is typed next is already the price.
                priceField.current?.focus()
              }}
              text={(found) => found.name}
              detail={(found) => `MC ${found.mcNumber}, ${found.city} ${found.region}`}
              error={errors.carrierId}
              autoFocus
            />
          )}
        </div>
        <Field
          ref={priceField}
          label="Price, all in"
          inputMode="decimal"
          value={price}
          onChange={(event) => setPrice(event.target.value)}
          error={errors.payMinor}
          reading={priceReading(page, readAmount(price))}
          autoFocus={carrier !== null}
        />
        <Field
          label="Good until"
          placeholder="5p, 30m, tomorrow 9"
          value={until}
          onChange={(event) => setUntil(event.target.value)}
          error={errors.goodUntil}
          reading={untilLocal ? dayClockWords(nearDayWords(dayOf(untilLocal), dayOf(nowLocal)), untilLocal) : undefined}
        />
        <Choice label="Source" value={source} options={offerSources} words={offerSourceWords} onChange={setSource} />
        <Field label="Note" value={note} onChange={(event) => setNote(event.target.value)} error={errors.note} />
        {errors.whole && (
          <p role="alert" className="col-span-2 text-bill">
            {errors.whole}
          </p>
        )}
        <button type="submit" className="button first justify-self-start" disabled={acting.busy}>
          Record <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
  )
}

/** How a price stands while it is typed: by the mile, against the most, and whether a digit slipped. */
function priceReading({ load, band }: LoadPage, payMinor: number | null): string | undefined {
  if (!payMinor) return undefined
  const times = band ? payMinor / band.middleMinor : 1
  if (times > 4 || times < 0.25)
    return `${formatAmount(payMinor)}: a digit too ${times > 4 ? 'many' : 'few'}? The lane costs about ${formatAmount(band!.middleMinor)}`
  const over = load.mostMinor === null ? null : payMinor - load.mostMinor
  const against = over === null ? '' : over > 0 ? `, ${formatAmount(over)} above max` : `, within max`
  return `${(payMinor / 100 / Math.max(1, load.miles)).toFixed(2)} a mile${against}`
}
