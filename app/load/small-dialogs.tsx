import { useState } from 'react'
import { formatAmount, readAmount } from '#core/money/money'
import type { LoadAct } from '#server/load-page/act'
import type { LoadPage } from '#server/load-page/read'
import { marginWords } from '../load-form/findings'
import { Dialog } from '../ui/dialog'
import { Field } from '../ui/field'
import type { OfferRow } from './offers'
import type { Acting } from './use-act'

/** A lower price back to the carrier. */
export function CounterDialog({
  offer,
  maxPayMinor,
  acting,
  onClose,
}: {
  offer: OfferRow
  maxPayMinor: number | null
  acting: Acting
  onClose: () => void
}) {
  const [price, setPrice] = useState(formatAmount(Math.min(maxPayMinor ?? offer.payMinor, offer.payMinor)))
  const [error, setError] = useState<string>()
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    const counterMinor = readAmount(price)
    if (!counterMinor) return setError('Give the counter: 2350')
    const answer = await acting.act(
      { intent: 'counter_offer', offerId: offer.id, counterMinor },
      `Countered ${offer.carrierName}`,
      true,
    )
    if (answer.ok) onClose()
    else setError(answer.message)
  }
  return (
    <Dialog open onClose={onClose} title={`Counter ${offer.carrierName}, who asks ${formatAmount(offer.payMinor)}`}>
      <form onSubmit={save} className="flex items-end gap-3" noValidate>
        <Field
          label="Our price"
          inputMode="decimal"
          value={price}
          onChange={(event) => setPrice(event.target.value)}
          error={error}
          autoFocus
          onFocus={(event) => event.target.select()}
        />
        <button type="submit" className="button first" disabled={acting.busy}>
          Counter <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
  )
}

/** The target and the max we may pay, with the margin each leaves. */
export function LimitsDialog({ page, acting, onClose }: { page: LoadPage; acting: Acting; onClose: () => void }) {
  const { load } = page
  const [target, setTarget] = useState(load.targetPayMinor === null ? '' : formatAmount(load.targetPayMinor))
  const [max, setMax] = useState(load.maxPayMinor === null ? '' : formatAmount(load.maxPayMinor))
  const [error, setError] = useState<string>()
  const left = (typed: string) => {
    const minor = readAmount(typed)
    return minor && load.sellMinor > 0 ? `leaves ${marginWords(load.sellMinor, minor)}` : undefined
  }
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    const [targetPayMinor, maxPayMinor] = [readAmount(target), readAmount(max)]
    if (!targetPayMinor || !maxPayMinor) return setError('Give both figures')
    const answer = await acting.act({ intent: 'set_limits', targetPayMinor, maxPayMinor }, 'Limits set', true)
    if (answer.ok) onClose()
    else setError(answer.message)
  }
  return (
    <Dialog open onClose={onClose} title="Target and max">
      <form onSubmit={save} className="grid grid-cols-2 gap-3" noValidate>
        <Field
          label="Target"
          inputMode="decimal"
          value={target}
          onChange={(event) => setTarget(event.target.value)}
          reading={left(target)}
          autoFocus
          onFocus={(event) => event.target.select()}
        />
        <Field
          label="Max pay"
          inputMode="decimal"
          value={max}
          onChange={(event) => setMax(event.target.value)}
          reading={left(max)}
          error={error}
          onFocus={(event) => event.target.select()}
        />
        <button type="submit" className="button first justify-self-start" disabled={acting.busy}>
          Set <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
  )
}

/** An act that must say why: cancelling a load, releasing a carrier. */
export function ReasonDialog({
  title,
  intent,
  button,
  acting,
  onClose,
}: {
  title: string
  intent: 'cancel' | 'release'
  button: string
  acting: Acting
  onClose: () => void
}) {
  const [reason, setReason] = useState('')
  const [error, setError] = useState<string>()
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    const answer = await acting.act({ intent, reason } as LoadAct, undefined, true)
    if (answer.ok) onClose()
    else setError(answer.message)
  }
  return (
    <Dialog open onClose={onClose} title={title}>
      <form onSubmit={save} className="flex flex-col gap-3" noValidate>
        <Field label="Why" value={reason} onChange={(event) => setReason(event.target.value)} error={error} autoFocus />
        <button type="submit" className="button first self-start" disabled={acting.busy}>
          {button} <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
  )
}
