import { useState } from 'react'
import type { RulesAct } from '#server/tender/change-rules'
import { Field } from '../ui/field'

/** Why nothing of a customer's is accepted by itself just now; empty lifts the hold. */
export function HoldForm({
  customer,
  mayEdit,
  act,
}: {
  customer: { id: number; hold: string | null }
  mayEdit: boolean
  act: (act: RulesAct, done?: string) => Promise<unknown>
}) {
  const [hold, setHold] = useState(customer.hold ?? '')
  return (
    <section aria-label="Hold" className="border-t py-3">
      <h3 className="head">Hold</h3>
      <form
        className="flex items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          void act(
            { intent: 'hold', customerId: customer.id, hold: hold.trim() === '' ? null : hold },
            hold.trim() === '' ? 'The hold is lifted' : 'On hold: nothing is accepted by itself',
          )
        }}
      >
        <Field
          className="w-96"
          label="Why nothing of theirs is accepted by itself (empty: no hold)"
          value={hold}
          maxLength={200}
          disabled={!mayEdit}
          onChange={(event) => setHold(event.target.value)}
        />
        {mayEdit && (
          <button type="submit" className="button">
            Save
          </button>
        )}
      </form>
    </section>
  )
}
