import { useState } from 'react'
import type { QuotePage } from '#server/quote/read'
import { Dialog } from '../ui/dialog'
import { Field } from '../ui/field'
import type { Quoting, ScreenLine } from './use-quote'

/** Sends the quote by mail, once it has been looked at as the customer will see it. */
export function SendQuoteDialog({ page, lines, quoting, onClose }: { page: QuotePage; lines: ScreenLine[]; quoting: Quoting; onClose: () => void }) {
  const [to, setTo] = useState(page.quote.sentTo ?? page.customer.mail)
  const [message, setMessage] = useState('')
  const [error, setError] = useState<string>()
  const open = lines.filter(({ state }) => state !== 'lost' && state !== 'lapsed')
  const fit = open.filter((line) => line.sellMinor !== null && line.problems.length === 0).length
  const send = async (event: React.FormEvent) => {
    event.preventDefault()
    const answer = await quoting.act({ intent: 'send', to, message }, `Quote ${page.quote.number} is on its way to ${to}`)
    if (answer.ok) onClose()
    else setError(answer.message)
  }
  return (
    <Dialog open onClose={onClose} title={`Send ${page.quote.number} to ${page.customer.name}`} wide>
      <form onSubmit={send} className="grid grid-cols-[1fr_1.3fr] gap-4" noValidate>
        <div className="flex flex-col gap-3">
          <Field label="To (mail)" type="email" value={to} onChange={(event) => setTo(event.target.value)} error={error} autoFocus />
          <div>
            <label className="label" htmlFor="message">
              A word of your own, above the prices
            </label>
            <textarea id="message" rows={5} className="field !h-auto py-1" value={message} onChange={(event) => setMessage(event.target.value)} />
          </div>
          <p>
            {fit} {fit === 1 ? 'line goes' : 'lines go'}.{' '}
            {open.length > fit && (
              <span className="text-ring-text">
                {open.length - fit} with something to mend stay{open.length - fit === 1 ? 's' : ''} here.
              </span>
            )}
          </p>
          <button type="submit" className="button first self-start" disabled={quoting.busy || fit === 0}>
            Send <kbd className="key">Enter</kbd>
          </button>
        </div>
        <iframe title="As they will see it" src={`/quotes/${page.quote.id}/paper#toolbar=0`} className="h-[52vh] w-full border border-strong bg-plain" />
      </form>
    </Dialog>
  )
}
