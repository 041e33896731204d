import { useState } from 'react'
import type { QuoteDocument } from '#core/quote/document'
import type { QuotePage } from '#server/quote/read'
import { Alert } from '../ui/alert'
import { Dialog } from '../ui/dialog'
import { Field } from '../ui/field'
import { SaveButton } from '../ui/form-dialog'
import { formKey } from '../ui/post'
import { useFetched } from '../ui/use-fetched'
import { useSaving } from '../ui/use-saving'
import { DocumentView } from './document-view'
import type { ScreenLine } from './screen-lines'
import type { Quoting } from './use-quote'

/** Sends the quote by mail, once it has been looked at as the customer will see it. */
export function SendQuoteDialog({
  page,
  lines,
  quoting,
  onClose,
}: {
  page: QuotePage
  lines: ScreenLine[]
  quoting: Quoting
  onClose: () => void
}) {
  const [to, setTo] = useState(page.quote.sentTo ?? page.customer.mail)
  const [message, setMessage] = useState('')
  const [key] = useState(formKey)
  const { data: document, problem } = useFetched<QuoteDocument>(`/quotes/${page.quote.id}/document`)
  const open = lines.filter(({ state }) => state !== 'lost' && state !== 'lapsed')
  const fit = open.filter((line) => line.sellMinor !== null && line.problems.length === 0).length
  const saving = useSaving(
    () => quoting.act({ intent: 'send', to, message }, `Quote ${page.quote.number} is on its way to ${to}`, key),
    onClose,
  )
  return (
    <Dialog open onClose={onClose} title={`Send ${page.quote.number} to ${page.customer.name}`} wide="sheet">
      <form onSubmit={saving.submit} className="grid grid-cols-[1fr_2.2fr] gap-5" noValidate>
        <div className="flex flex-col gap-3">
          <Field
            label="To (email)"
            type="email"
            multiple
            value={to}
            onChange={(event) => setTo(event.target.value)}
            error={saving.error('to')}
            autoFocus
          />
          <div>
            <label className="label" htmlFor="message">
              A word of your own, above the prices
            </label>
            <textarea
              id="message"
              rows={5}
              className="field !h-auto py-1"
              value={message}
              onChange={(event) => setMessage(event.target.value)}
            />
          </div>
          <p>
            {fit} {fit === 1 ? 'line goes' : 'lines go'}.{' '}
            {open.length > fit && (
              <span className="text-ring-text">
                {open.length - fit} with something to fix stay{open.length - fit === 1 ? 's' : ''} here.
              </span>
            )}
          </p>
          <Alert>{saving.message()}</Alert>
          <SaveButton button="Send" isBlocked={fit === 0} isSaving={saving.isSaving} />
        </div>
        <section
          aria-label="As the customer will see it"
          tabIndex={0}
          className="h-[66vh] overflow-y-auto border border-strong bg-plain p-3"
        >
          {document ? (
            <DocumentView document={document} />
          ) : (
            <p className="label">{problem ?? 'Preparing the preview…'}</p>
          )}
        </section>
      </form>
    </Dialog>
  )
}
