import { useState } from 'react'
import type { LoadPage } from '#server/load-page/read'
import { Complete } from '../ui/complete'
import { Dialog } from '../ui/dialog'
import { Field } from '../ui/field'
import type { Acting } from './use-act'

interface FoundPartner {
  id: number
  name: string
  transport: string
}

/** Joins a load that came by phone to a customer's system, so that statuses and the invoice go there. */
export function JoinDialog({ page, acting, onClose }: { page: LoadPage; acting: Acting; onClose: () => void }) {
  const [partner, setPartner] = useState<FoundPartner | null>(
    page.reportsTo ? { id: page.reportsTo.partnerId, name: page.reportsTo.name, transport: '' } : null,
  )
  const [shipmentId, setShipmentId] = useState(
    page.reportsTo?.shipmentId ?? page.references.find(({ kind }) => kind === 'customer_order')?.value ?? '',
  )
  const [error, setError] = useState<string>()
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    if (!partner) return setError('Choose the partner')
    const answer = await acting.act(
      { intent: 'join_partner', join: { partnerId: partner.id, shipmentId } },
      `Reports to ${partner.name}`,
      true,
    )
    if (answer.ok) onClose()
    else setError(answer.message)
  }
  return (
    <Dialog open onClose={onClose} title={`Who ${page.load.number} reports to`}>
      <form onSubmit={save} className="flex flex-col gap-3" noValidate>
        <Complete<FoundPartner>
          label="Trading partner"
          subject="partners"
          value={partner}
          onPick={setPartner}
          text={(item) => item.name}
          detail={(item) => item.transport}
          autoFocus
        />
        <Field
          label="Their number of the shipment"
          value={shipmentId}
          maxLength={30}
          onChange={(event) => setShipmentId(event.target.value)}
          error={error}
        />
        <p className="label">
          Check calls and the invoice go to them from now on; what was reported before is not reported again.
        </p>
        <button type="submit" className="button first self-start" disabled={acting.busy}>
          Join <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
  )
}
