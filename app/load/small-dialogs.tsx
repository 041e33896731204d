import { useState } from 'react'
import { formatAmount, readAmount } from '#core/money/money'
import type { LoadAct } from '#server/load-page/act'
import type { LoadPage } from '#server/load-page/read'
import { marginWords } from '../load-form/findings'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { wrongAt } from '../ui/use-saving'
import type { OfferRow } from './offers'
import type { Acting } from './use-act'

/** A lower price back to the carrier. */
export function CounterDialog({
  offer,
  maxPayMinor,
  advisedMinor,
  acting,
  onClose,
}: {
  offer: OfferRow
  maxPayMinor: number | null
  /** The counter that the plan for this load advises, where it does. */
  advisedMinor: number | null
  acting: Acting
  onClose: () => void
}) {
  const [price, setPrice] = useState(
    formatAmount(advisedMinor ?? Math.min(maxPayMinor ?? offer.payMinor, offer.payMinor)),
  )
  const save = async () => {
    const counterMinor = readAmount(price)
    if (!counterMinor) return wrongAt({ counterMinor: 'Give the counter: 2350' })
    const act: LoadAct = { intent: 'counter_offer', offerId: offer.id, counterMinor }
    return await acting.act(act, `Countered ${offer.carrierName}`, true)
  }
  return (
    <FormDialog
      title={`Counter ${offer.carrierName}, who asks ${formatAmount(offer.payMinor)}`}
      button="Counter"
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <Field
          label="Our price"
          inputMode="decimal"
          value={price}
          onChange={(event) => setPrice(event.target.value)}
          error={error('counterMinor')}
          autoFocus
          onFocus={(event) => event.target.select()}
        />
      )}
    </FormDialog>
  )
}

/** The target and the max we may pay, with the margin each leaves. */
export function LimitsDialog({ page, acting, onClose }: { page: LoadPage; acting: Acting; onClose: () => void }) {
  const { load } = page
  const [target, setTarget] = useState(load.targetPayMinor === null ? '' : formatAmount(load.targetPayMinor))
  const [max, setMax] = useState(load.maxPayMinor === null ? '' : formatAmount(load.maxPayMinor))
  const left = (typed: string) => {
    const minor = readAmount(typed)
    return minor && load.sellMinor > 0 ? `leaves ${marginWords(load.sellMinor, minor)}` : undefined
  }
  const save = async () => {
    const [targetPayMinor, maxPayMinor] = [readAmount(target), readAmount(max)]
    if (!targetPayMinor) return wrongAt({ targetPayMinor: 'Give a figure: 2350' })
    if (!maxPayMinor) return wrongAt({ maxPayMinor: 'Give a figure: 2500' })
    return await acting.act({ intent: 'set_limits', targetPayMinor, maxPayMinor }, 'Limits set', true)
  }
  return (
    <FormDialog title="Target and max" layout="grid grid-cols-2 gap-3" button="Set" save={save} onClose={onClose}>
      {(error) => (
        <>
          <Field
            label="Target"
            inputMode="decimal"
            value={target}
            onChange={(event) => setTarget(event.target.value)}
            reading={left(target)}
            error={error('targetPayMinor')}
            autoFocus
            onFocus={(event) => event.target.select()}
          />
          <Field
            label="Max pay"
            inputMode="decimal"
            value={max}
            onChange={(event) => setMax(event.target.value)}
            reading={left(max)}
            error={error('maxPayMinor')}
            onFocus={(event) => event.target.select()}
          />
        </>
      )}
    </FormDialog>
  )
}

/** An act that must say why: cancelling a load, releasing a carrier, taking a load back to a draft. */
export function ReasonDialog({
  title,
  intent,
  button,
  acting,
  onClose,
}: {
  title: string
  intent: 'cancel' | 'release' | 'withdraw'
  button: string
  acting: Acting
  onClose: () => void
}) {
  const [reason, setReason] = useState('')
  const save = () => acting.act({ intent, reason } as LoadAct, undefined, true)
  return (
    <FormDialog title={title} button={button} save={save} onClose={onClose}>
      {(error) => (
        <Field
          label="Why"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          error={error('reason')}
          autoFocus
        />
      )}
    </FormDialog>
  )
}
