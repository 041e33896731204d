import { useState } from 'react'
import type { LoadPage } from '#server/load-page/read'
import { Alert } from '../ui/alert'
import { Dialog } from '../ui/dialog'
import { Field } from '../ui/field'
import { Gate, isThrough, PassGate, useGate } from './gate'
import type { Acting } from './use-act'

/** Dispatch: who drives which truck, and the gate asked once more. A stop can be passed by those the policy lets, with a reason. */
export function DispatchDialog({
  page,
  acting,
  now,
  mayOverride,
  onClose,
}: {
  page: LoadPage
  acting: Acting
  now: number
  mayOverride: boolean
  onClose: () => void
}) {
  const { load } = page
  const gate = useGate(load.id, load.carrierId ?? 0, true)
  const [driver, setDriver] = useState({
    name: load.driverName ?? '',
    phone: load.driverPhone ?? '',
    truck: load.truckNumber ?? '',
  })
  const [reason, setReason] = useState('')
  const [error, setError] = useState<string>()
  const stopped = gate?.verdict.verdict === 'stop'
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    const answer = await acting.act(
      { intent: 'advance', to: 'dispatched', driver, override: stopped && reason !== '' ? reason : null },
      `${load.number} dispatched`,
      true,
    )
    if (answer.ok) onClose()
    else setError(answer.message)
  }
  const set = (part: Partial<typeof driver>) => setDriver({ ...driver, ...part })
  return (
    <Dialog open onClose={onClose} title={`Dispatch ${load.number} with ${page.carrier?.name ?? 'the carrier'}`} wide>
      <form onSubmit={save} className="flex flex-col gap-3" noValidate>
        <div className="grid grid-cols-3 gap-3">
          <Field label="Driver" value={driver.name} onChange={(event) => set({ name: event.target.value })} autoFocus />
          <Field
            label="Driver’s phone"
            inputMode="tel"
            value={driver.phone}
            onChange={(event) => set({ phone: event.target.value })}
          />
          <Field label="Truck number" value={driver.truck} onChange={(event) => set({ truck: event.target.value })} />
        </div>
        <Gate gate={gate} again now={now} deliverBy={load.deliverBy} zone={load.destZone} />
        <PassGate gate={gate} mayOverride={mayOverride} reason={reason} onReason={setReason} />
        <Alert>{error}</Alert>
        <button
          type="submit"
          className="button first self-start"
          disabled={acting.busy || !isThrough(gate, mayOverride, reason)}
        >
          Dispatch <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
  )
}
