import type { LoadPage } from '#server/load-page/read'
import { type DocumentDesk, Documents } from '../document/document-list'
import { Charges } from './charges'
import { FreightFacts, Notes, Parties, References } from './load-facts'

/** What a caller asks of a load that nobody hauls yet: notes first, then the freight, numbers, what we charge. */
export function CallerFacts({ page, documents }: { page: LoadPage; documents: DocumentDesk }) {
  return (
    <section
      aria-label="Freight, references, notes, charges"
      className="flex max-h-[34%] min-h-24 flex-col short:max-h-none short:shrink-0 border-b border-strong pt-2"
    >
      <h2 className="head px-4">What a caller asks</h2>
      <div
        className="grid min-h-0 flex-1 grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)] content-start gap-x-4 overflow-y-auto px-4"
        tabIndex={0}
        role="group"
        aria-label="Freight, notes, numbers and charges, scrollable"
      >
        <div className="empty:hidden">
          <FreightFacts page={page} />
          <Notes page={page} />
          <References page={page} />
          <Parties page={page} />
        </div>
        <div className="flex flex-col gap-2">
          <Charges title="We charge" sheet={page.sell} />
          <Documents desk={documents} />
        </div>
      </div>
    </section>
  )
}
