import { useState } from 'react'
import { chargeSheet, flatCharge } from '#core/charge/charge'
import { overWords } from '#core/load/decide-offer'
import { deskCurrency } from '#core/money/exchange'
import { formatMoney } from '#core/money/money'
import type { LoadPage } from '#server/load-page/read'
import type { ChargeValues } from '../load-form/form-fields'
import { Alert } from '../ui/alert'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { Gate, useGate } from './gate'
import type { OfferRow } from './offers'
import { PayLines, payLinesFrom, readPayLines } from './pay-lines'
import type { Acting } from './use-act'

/** The award: the gate, the pay line by line, one key. A stop can be passed by a manager who says why. */
export function AwardDialog({
  page,
  offer,
  acting,
  now,
  mayOverride,
  mayExceed,
  onClose,
  onAwarded,
}: {
  page: LoadPage
  offer: OfferRow
  acting: Acting
  now: number
  mayOverride: boolean
  mayExceed: boolean
  onClose: () => void
  onAwarded: () => void
}) {
  const { load } = page
  const gate = useGate(load.id, offer.carrierId)
  // The agreed counter is where the pay begins; without one, what they asked, in their own currency.
  const [lines, setLines] = useState(() =>
    payLinesFrom([
      offer.counterMinor === null
        ? flatCharge('line_haul', offer.askedMinor, offer.currency)
        : flatCharge('line_haul', offer.counterMinor),
    ]),
  )
  const [priceReason, setPriceReason] = useState('')
  const [reason, setReason] = useState('')
  const stopped = gate?.verdict.verdict === 'stop'
  const mayPass = mayOverride && gate?.bar === null
  const over = overOf(page, lines)
  const others = page.offers.filter((other) => other.state === 'open' && other.id !== offer.id).length
  const save = async () => {
    const buyCharges = readPayLines(lines)
    if (!buyCharges) return { message: 'One of the rates cannot be read' }
    return await acting.act(
      {
        intent: 'award',
        offerId: offer.id,
        buyCharges,
        override: stopped ? reason : null,
        priceReason: over.length > 0 && priceReason !== '' ? priceReason : null,
      },
      undefined,
      true,
    )
  }
  return (
    <FormDialog
      title={`Award ${load.number} to ${offer.carrierName}`}
      wide
      layout="flex flex-col gap-4"
      button="Award"
      isBlocked={!gate || (stopped && !mayPass) || isOverBlocked(over, mayExceed, priceReason)}
      note={awardWords({ isBlocked: stopped, mayOverride, mayPass, bar: gate?.bar ?? '', others })}
      save={save}
      onClose={onClose}
      onSaved={onAwarded}
    >
      {(error) => (
        <>
          <OfferChanged page={page} offer={offer} />
          <Gate gate={gate} now={now} deliverBy={load.deliverBy} zone={load.destZone} />
          <PayLines lines={lines} onChange={setLines} facts={load} sellMinor={load.sellMinor} />
          {stopped && mayPass && (
            <Field
              label="Override vetting, because (kept in the log)"
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              error={error('override')}
            />
          )}
          <PriceOver over={over} mayExceed={mayExceed} reason={priceReason} onReason={setPriceReason} />
        </>
      )}
    </FormDialog>
  )
}

/** What became of the offer since the dialog was opened: they named another price, or it is gone. */
function OfferChanged({ page, offer }: { page: LoadPage; offer: OfferRow }) {
  // Our own award ends it too, on the way to the confirmation.
  if (page.load.state !== 'uncovered') return null
  const current = page.offers.find((each) => each.id === offer.id)
  if (current?.state !== 'open') return <Alert>This offer is no longer open.</Alert>
  if (current.askedMinor === offer.askedMinor && current.counterMinor === offer.counterMinor) return null
  return (
    <Alert>
      {offer.carrierName} now asks {formatMoney(current.askedMinor, current.currency)}; the pay below is as it was
      before.
    </Alert>
  )
}

const isOverBlocked = (over: string[], mayExceed: boolean, reason: string): boolean =>
  over.length > 0 && (!mayExceed || reason.trim().length < 3)

/** The agreed pay changed after the award: a new version of the confirmation. */
export function PayDialog({
  page,
  acting,
  mayExceed,
  onClose,
}: {
  page: LoadPage
  acting: Acting
  mayExceed: boolean
  onClose: () => void
}) {
  const [priceReason, setPriceReason] = useState('')
  const [lines, setLines] = useState(() => payLinesFrom(page.buy.lines.map((line) => line.charge)))
  const over = overOf(page, lines)
  const save = async () => {
    const buyCharges = readPayLines(lines)
    if (!buyCharges) return { message: 'One of the rates cannot be read' }
    return await acting.act(
      { intent: 'change_pay', buyCharges, priceReason: over.length > 0 && priceReason !== '' ? priceReason : null },
      'Pay changed: the confirmation has a new version',
      true,
    )
  }
  return (
    <FormDialog
      title={`Change the pay agreed with ${page.carrier?.name ?? 'the carrier'}`}
      wide
      layout="flex flex-col gap-4"
      button="Change the pay"
      isBlocked={isOverBlocked(over, mayExceed, priceReason)}
      note="Voids the current confirmation; the carrier accepts the new version."
      save={save}
      onClose={onClose}
    >
      <PayLines lines={lines} onChange={setLines} facts={page.load} sellMinor={page.load.sellMinor} />
      <PriceOver over={over} mayExceed={mayExceed} reason={priceReason} onReason={setPriceReason} />
    </FormDialog>
  )
}

/** What the pay as typed goes past; nothing while it cannot be read, or is in a currency that the server has to turn first. */
function overOf({ load }: LoadPage, lines: ChargeValues[]): string[] {
  const charges = readPayLines(lines)
  if (!charges || charges.some((charge) => charge.currency !== deskCurrency)) return []
  return overWords(
    { maxPayMinor: load.maxPayMinor, sellMinor: load.sellMinor, middleMinor: load.bandMiddleMinor },
    chargeSheet(charges, load).totalMinor,
  )
}

function PriceOver({
  over,
  mayExceed,
  reason,
  onReason,
}: {
  over: string[]
  mayExceed: boolean
  reason: string
  onReason: (reason: string) => void
}) {
  if (over.length === 0) return null
  return (
    <div className="flex flex-col gap-2">
      <Alert>
        {over.join('; ')}.{mayExceed ? '' : ' Only a manager may go there: lower the pay, or ask one.'}
      </Alert>
      {mayExceed && (
        <Field
          label="Pay it all the same, because (stays in the log)"
          value={reason}
          onChange={(event) => onReason(event.target.value)}
        />
      )}
    </div>
  )
}

function awardWords(award: {
  isBlocked: boolean
  mayOverride: boolean
  mayPass: boolean
  bar: string
  others: number
}): string {
  if (award.isBlocked && !award.mayOverride) return 'Only a manager may override vetting.'
  if (award.isBlocked && !award.mayPass) return `The policy lets nobody override this: ${award.bar}.`
  return `Turns down ${othersWords(award.others)}, takes the posting down, writes the rate confirmation.`
}

function othersWords(others: number): string {
  if (others === 0) return 'no other offer'
  return others === 1 ? 'one other offer' : `${others} other offers`
}
