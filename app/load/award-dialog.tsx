import { useState } from 'react'
import { flatCharge } from '#core/charge/charge'
import type { LoadPage } from '#server/load/read'
import { Dialog } from '../ui/dialog'
import { Field } from '../ui/field'
import { Gate, useGate } from './gate'
import type { OfferRow } from './offers'
import { PayLines, payLinesFrom, readPayLines } from './pay-lines'
import type { Acting } from './use-act'

/** The award: the gate, the pay line by line, one key. A stop can be passed by a manager who says why. */
export function AwardDialog({ page, offer, acting, now, mayOverride, onClose, onAwarded }: { page: LoadPage; offer: OfferRow; acting: Acting; now: number; mayOverride: boolean; onClose: () => void; onAwarded: () => void }) {
  const { load } = page
  const gate = useGate(load.id, offer.carrierId)
  const [lines, setLines] = useState(() => payLinesFrom([flatCharge('line_haul', offer.payMinor)]))
  const [reason, setReason] = useState('')
  const [error, setError] = useState<string>()
  const stopped = gate?.verdict.verdict === 'stop'
  const mayPass = mayOverride && gate?.bar === null
  const others = page.offers.filter((other) => other.state === 'open' && other.id !== offer.id).length
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    const buyCharges = readPayLines(lines)
    if (!buyCharges) return setError('One of the rates cannot be read')
    if (stopped && !mayPass) return setError('The gate stops this award')
    const answer = await acting.act({ intent: 'award', offerId: offer.id, buyCharges, override: stopped ? reason : null }, undefined, true)
    if (answer.ok) onAwarded()
    else setError(answer.message)
  }
  return (
    <Dialog open onClose={onClose} title={`Award ${load.number} to ${offer.carrierName}`} wide>
      <form onSubmit={save} className="flex flex-col gap-4" noValidate>
        <Gate gate={gate} now={now} deliverBy={load.deliverBy} zone={load.destZone} />
        <PayLines lines={lines} onChange={setLines} facts={load} sellMinor={load.sellMinor} />
        {stopped && mayPass && <Field label="Go past the gate, because (stays in the log)" value={reason} onChange={(event) => setReason(event.target.value)} />}
        {error && (
          <p role="alert" className="text-bill">
            {error}
          </p>
        )}
        <div className="flex items-center gap-4">
          <button type="submit" className="button first" disabled={acting.busy || !gate || (stopped && !mayPass)}>
            Award <kbd className="key">Enter</kbd>
          </button>
          <span className="label">
            {stopped && !mayOverride ? 'Only a manager may go past the gate.' : stopped && !mayPass ? `The policy lets nobody go past this: ${gate?.bar}.` : `Turns down ${others === 0 ? 'no other offer' : others === 1 ? 'one other offer' : `${others} other offers`}, takes the posting down, writes the rate confirmation.`}
          </span>
        </div>
      </form>
    </Dialog>
  )
}

/** The agreed pay changed after the award: a new version of the confirmation. */
export function PayDialog({ page, acting, onClose }: { page: LoadPage; acting: Acting; onClose: () => void }) {
  const [lines, setLines] = useState(() => payLinesFrom(page.buy.lines.map((line) => line.charge)))
  const [error, setError] = useState<string>()
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    const buyCharges = readPayLines(lines)
    if (!buyCharges) return setError('One of the rates cannot be read')
    const answer = await acting.act({ intent: 'change_pay', buyCharges }, 'Pay changed: the confirmation has a new version', true)
    if (answer.ok) onClose()
    else setError(answer.message)
  }
  return (
    <Dialog open onClose={onClose} title={`Change the pay agreed with ${page.carrier?.name ?? 'the carrier'}`} wide>
      <form onSubmit={save} className="flex flex-col gap-4" noValidate>
        <PayLines lines={lines} onChange={setLines} facts={page.load} sellMinor={page.load.sellMinor} />
        {error && (
          <p role="alert" className="text-bill">
            {error}
          </p>
        )}
        <div className="flex items-center gap-4">
          <button type="submit" className="button first" disabled={acting.busy}>
            Change the pay <kbd className="key">Enter</kbd>
          </button>
          <span className="label">Voids the confirmation as it stands; the carrier accepts the new version.</span>
        </div>
      </form>
    </Dialog>
  )
}
