import { useState } from 'react'
import { onTheWay } from '#core/load/states'
import { milesWords } from '#core/miles/words'
import { formatAmount, formatMoney, readAmount } from '#core/money/money'
import { type DeclineCode, declineCodes, declineReasons } from '#core/tender/reasons'
import type { TenderDetail } from '#server/tender/detail'
import type { IntakeRow } from '#server/tender/intake'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { wrongAt } from '../ui/use-saving'
import type { Answering } from './use-answer'

interface AnswerProps {
  tenders: IntakeRow[]
  detail: TenderDetail | null
  answering: Answering
  onClose: () => void
  onDone: () => void
}

const whichWords = (tenders: IntakeRow[]) =>
  tenders.length === 1 ? `${tenders[0]!.shipmentId} of ${tenders[0]!.customerName}` : `${tenders.length} tenders`

/** What an acceptance sends and makes, before it leaves. */
export function AcceptDialog({ tenders, detail, answering, onClose, onDone }: AnswerProps) {
  const [note, setNote] = useState('')
  const chargeMinor = tenders.reduce((sum, each) => sum + (each.chargeMinor ?? 0), 0)
  const marginMinor = tenders.every(({ margin }) => margin)
    ? tenders.reduce((sum, each) => sum + each.margin!.amountMinor, 0)
    : null
  const late = tenders.filter(({ lateMs }) => lateMs !== null && lateMs > 0).length
  const unknown = tenders.filter(({ unknownCodes }) => unknownCodes > 0).length
  const save = () => answering.answer({ intent: 'accept', noticeIds: tenders.map(({ id }) => id), note })
  return (
    <FormDialog
      title={`Accept ${whichWords(tenders)}`}
      button="Accept and send"
      isButtonFirst
      save={save}
      onClose={onClose}
      onSaved={onDone}
    >
      <p>
        {acceptedWords(tenders)}; the yes goes to the customer as {detail?.partner.answers ?? 'a 990'}. Charge{' '}
        <b>{formatMoney(chargeMinor)}</b>
        {marginMinor !== null && `, about ${formatMoney(marginMinor)} left at the middle price`}.
      </p>
      {late > 0 && (
        <p className="text-bill">
          {late === 1 && tenders.length === 1 ? 'It cannot' : `${late} cannot`} be driven in time by the law: kept as a
          draft.
        </p>
      )}
      {detail && tenders.length === 1 && detail.misplacedCodes.length > 0 && (
        <p className="text-bill">
          {detail.misplacedCodes[0]!.words}, {milesWords(detail.misplacedCodes[0]!.milesAway)} away: the load goes by
          our facility.
        </p>
      )}
      {unknown > 0 && (
        <p className="text-bill">
          {tenders.length === 1
            ? 'A code in it is new: say first what it is with us.'
            : `${unknown} with new codes stay: say first what those are with us.`}
        </p>
      )}
      {detail?.partner.takesNotes && tenders.length === 1 && (
        <Field label="Note (optional)" value={note} maxLength={120} onChange={(event) => setNote(event.target.value)} />
      )}
    </FormDialog>
  )
}

/** The no with the standard's reason, by its number on the keyboard. */
export function DeclineDialog({ tenders, detail, answering, onClose, onDone }: AnswerProps) {
  const [reason, setReason] = useState<DeclineCode>(
    tenders.some(({ lateMs }) => lateMs !== null && lateMs > 0) ? 'T7' : 'T3',
  )
  const [note, setNote] = useState('')
  const save = () =>
    answering.answer({ intent: 'decline', noticeIds: tenders.map(({ id }) => id), reasonCode: reason, note })
  const byNumber = (event: React.KeyboardEvent) => {
    const code = declineCodes[Number(event.key) - 1]
    if (code) setReason(code)
  }
  return (
    <FormDialog
      title={`Decline ${whichWords(tenders)}`}
      button="Decline and send"
      save={save}
      onClose={onClose}
      onSaved={onDone}
    >
      <fieldset className="flex flex-col gap-1" onKeyDown={byNumber}>
        <legend className="label pb-1">Reason sent to the customer’s system</legend>
        {declineCodes.map((code, at) => (
          <label key={code} className="flex items-center gap-2">
            <input
              type="radio"
              name="reason"
              value={code}
              checked={reason === code}
              onChange={() => setReason(code)}
              autoFocus={reason === code}
            />
            <kbd className="key">{at + 1}</kbd> {declineReasons[code]} <span className="label font-mono">{code}</span>
          </label>
        ))}
      </fieldset>
      {tenders.length === 1 && detail && (
        <Field
          label={detail.partner.takesNotes ? 'Counter note (optional)' : 'Remark (optional)'}
          value={note}
          maxLength={120}
          onChange={(event) => setNote(event.target.value)}
        />
      )}
    </FormDialog>
  )
}

const usualPay = 250_00

/** What becomes of the carrier when the customer cancels what we took. */
export function CancelDialog({ tenders, detail, answering, onClose, onDone }: AnswerProps) {
  const onItsWay = detail?.change ? onTheWay.has(detail.change.state) : false
  const [bill, setBill] = useState(onItsWay)
  const [pay, setPay] = useState(formatAmount(usualPay))
  const [sell, setSell] = useState(formatAmount(usualPay))
  const carrierName = detail?.change?.carrierName ?? null
  const save = async () => {
    const [payMinor, sellMinor] = [readAmount(pay), readAmount(sell)]
    if (bill && payMinor === null) return wrongAt({ payMinor: 'Give an amount: 250' })
    if (bill && sellMinor === null) return wrongAt({ sellMinor: 'Give an amount: 250' })
    return await answering.answer({
      intent: 'take_cancel',
      noticeIds: [tenders[0]!.id],
      choice: bill ? { carrier: 'bill', payMinor: payMinor!, sellMinor: sellMinor! } : { carrier: 'free' },
    })
  }
  return (
    <FormDialog
      title={`${whichWords(tenders)} is cancelled by the customer`}
      button="Cancel the load"
      save={save}
      onClose={onClose}
      onSaved={onDone}
    >
      {(error) => (
        <>
          <p>
            {detail?.change?.number} ends
            {carrierName ? `; ${carrierName} gets an email${onItsWay ? '. Its truck is on the way' : ''}` : ''}.
          </p>
          {carrierName && (
            <fieldset className="flex flex-col gap-1">
              <legend className="sr-only">The carrier</legend>
              <label className="flex items-center gap-2">
                <input type="radio" name="carrier" checked={!bill} onChange={() => setBill(false)} autoFocus={!bill} />{' '}
                Set free, nothing owed
              </label>
              <label className="flex items-center gap-2">
                <input type="radio" name="carrier" checked={bill} onChange={() => setBill(true)} autoFocus={bill} />{' '}
                Truck ordered and not used
              </label>
            </fieldset>
          )}
          {bill && (
            <div className="grid grid-cols-2 gap-3">
              <Field
                label="To the carrier, $"
                inputMode="decimal"
                value={pay}
                onChange={(event) => setPay(event.target.value)}
                error={error('payMinor')}
              />
              <Field
                label="To the customer, $"
                inputMode="decimal"
                value={sell}
                onChange={(event) => setSell(event.target.value)}
                error={error('sellMinor')}
              />
            </div>
          )}
        </>
      )}
    </FormDialog>
  )
}

function acceptedWords(tenders: readonly { changesLoad: string | null }[]): string {
  if (tenders.length > 1) return 'Each becomes a load, opened for cover'
  const changed = tenders[0]!.changesLoad
  return changed ? `${changed} takes the new terms` : 'A load is made and opened for cover'
}
