import { useState } from 'react'
import type { LoadPage } from '#server/load-page/read'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
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
  const stopped = gate?.verdict.verdict === 'stop'
  const save = () =>
    acting.act(
      { intent: 'advance', to: 'dispatched', driver, override: stopped && reason !== '' ? reason : null },
      `${load.number} dispatched`,
      true,
    )
  const set = (part: Partial<typeof driver>) => setDriver({ ...driver, ...part })
  return (
    <FormDialog
      title={`Dispatch ${load.number} with ${page.carrier?.name ?? 'the carrier'}`}
      wide
      button="Dispatch"
      isBlocked={!isThrough(gate, mayOverride, reason)}
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
          <div className="grid grid-cols-3 gap-3">
            <Field
              label="Driver"
              value={driver.name}
              onChange={(event) => set({ name: event.target.value })}
              error={error('name')}
              autoFocus
            />
            <Field
              label="Driver’s phone"
              inputMode="tel"
              value={driver.phone}
              onChange={(event) => set({ phone: event.target.value })}
              error={error('phone')}
            />
            <Field
              label="Truck number"
              value={driver.truck}
              onChange={(event) => set({ truck: event.target.value })}
              error={error('truck')}
            />
          </div>
          <Gate gate={gate} again now={now} deliverBy={load.deliverBy} zone={load.destZone} />
          <PassGate gate={gate} mayOverride={mayOverride} reason={reason} onReason={setReason} />
        </>
      )}
    </FormDialog>
  )
}
