import { useState } from 'react'
import type { LoadPage } from '#server/load-page/read'
import { Complete } from '../ui/complete'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { wrongAt } from '../ui/use-saving'
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
  const save = async () => {
    if (!partner) return wrongAt({ partnerId: 'Choose the partner' })
    const join = { partnerId: partner.id, shipmentId }
    return await acting.act({ intent: 'join_partner', join }, `Reports to ${partner.name}`, true)
  }
  return (
    <FormDialog title={`Who ${page.load.number} reports to`} button="Join" save={save} onClose={onClose}>
      {(error) => (
        <>
          <Complete<FoundPartner>
            label="Trading partner"
            subject="partners"
            value={partner}
            onPick={setPartner}
            text={(item) => item.name}
            detail={(item) => item.transport}
            error={error('partnerId')}
            autoFocus
          />
          <Field
            label="Their number of the shipment"
            value={shipmentId}
            maxLength={30}
            onChange={(event) => setShipmentId(event.target.value)}
            error={error('shipmentId')}
          />
          <p className="label">
            Check calls and the invoice go to them from now on; what was reported before is not reported again.
          </p>
        </>
      )}
    </FormDialog>
  )
}
