import type { LoadPage } from '#server/load-page/read'
import { type DocumentDesk, Documents } from '../document/document-list'
import { Charges } from './charges'
import { FreightFacts, Notes, Parties, References } from './load-facts'

/** What the load carries once it is covered: charges of both sides, freight, numbers, notes. */
export function HauledFacts({ page, documents }: { page: LoadPage; documents: DocumentDesk }) {
  return (
    <div
      className="max-h-[54%] overflow-y-auto px-4 pt-2 short:max-h-none short:shrink-0"
      tabIndex={0}
      role="group"
      aria-label="Charges, references, notes"
    >
      <div className="grid grid-cols-2 gap-4">
        <Charges title="We charge" sheet={page.sell} />
        <Charges title="We pay" sheet={page.buy} />
      </div>
      <div className="mt-2">
        <Documents desk={documents} />
      </div>
      <h2 className="head mt-2">Freight, references and notes</h2>
      {page.references.length + page.notes.length === 0 && <p className="label">No references or notes.</p>}
      <FreightFacts page={page} />
      <References page={page} />
      <Notes page={page} />
      <Parties page={page} />
    </div>
  )
}
