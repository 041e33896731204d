import { useState } from 'react'
import {
  type DelayCode,
  delayCodes,
  delayReasons,
  type StopEventKind,
  stopEventKinds,
  stopEventWords,
} from '#core/check-call/check-call'
import { toLocal } from '#core/time/local'
import { clockWords, dayWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'
import { Alert } from '../ui/alert'
import { Dialog } from '../ui/dialog'
import { Choice, Field } from '../ui/field'
import type { Acting } from './use-act'

/** Reasons that are reasons: `on schedule` is none for being late. */
const lateCodes = delayCodes.filter((code) => code !== 'NS')

/** The event that a check call most likely reports: the one after the last reported. */
function likelyNext(page: LoadPage): { sequence: number; kind: StopEventKind } {
  const last = page.stopEvents.filter(({ kind }) => kind === 'arrived' || kind === 'departed').at(-1)
  if (!last) return { sequence: 1, kind: 'arrived' }
  if (last.kind === 'arrived') return { sequence: last.sequence, kind: 'departed' }
  return { sequence: Math.min(page.stops.length, last.sequence + 1), kind: 'arrived' }
}

/** A check call: what happened at which stop, and when by the clock there. */
export function CheckCallDialog({
  page,
  acting,
  now,
  onClose,
}: {
  page: LoadPage
  acting: Acting
  now: number
  onClose: () => void
}) {
  // What nobody has touched follows the page: news may come in while the dialog is open.
  const next = likelyNext(page)
  const [chosen, setChosen] = useState<{ sequence?: string; kind?: StopEventKind; at?: string }>({})
  const sequence = chosen.sequence ?? String(next.sequence)
  const kind = chosen.kind ?? next.kind
  const zone = page.stops[Number(sequence) - 1]?.zone ?? 'UTC'
  // The clock does not run on under somebody's fingers.
  const [openedAt] = useState(now)
  const at = chosen.at ?? toLocal(openedAt, zone)
  const [reason, setReason] = useState<DelayCode>(lateCodes[0]!)
  const [note, setNote] = useState('')
  const [error, setError] = useState<string>()
  const [sureOf, setSureOf] = useState<string | null>(null)
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    const answer = await acting.act(
      {
        intent: 'note_stop',
        event: {
          sequence: Number(sequence),
          kind,
          atLocal: at,
          reasonCode: kind === 'delayed' ? reason : null,
          note,
          sure: sureOf === at,
        },
      },
      'Noted',
      true,
    )
    if (answer.ok) return onClose()
    if (answer.code === 'far_off_window') setSureOf(at)
    setError(answer.message)
  }
  const stops = page.stops.map((_, index) => String(index + 1))
  const words = Object.fromEntries(
    page.stops.map((stop, index) => [
      String(index + 1),
      `${index + 1} ${stop.kind === 'pickup' ? 'pick up' : 'deliver'}, ${stop.facility}, ${stop.city}`,
    ]),
  ) as Record<string, string>
  const isReported = page.reportsTo?.documents.includes('214')
  return (
    <Dialog open onClose={onClose} title={`Check call for ${page.load.number}`}>
      <form onSubmit={save} className="flex flex-col gap-3" noValidate>
        <Choice
          label="Stop"
          value={sequence}
          options={stops}
          words={words}
          onChange={(value) => setChosen({ ...chosen, sequence: value, at: undefined })}
        />
        <div className="grid grid-cols-2 gap-3">
          <Choice
            label="What"
            value={kind}
            options={stopEventKinds}
            words={stopEventWords}
            onChange={(value) => setChosen({ ...chosen, kind: value })}
          />
          <Field
            label={`${kind === 'delayed' ? 'Expected there' : 'When'}, by the clock in ${zone.split('/').at(-1)?.replace('_', ' ')}`}
            type="datetime-local"
            value={at}
            onChange={(event) => setChosen({ ...chosen, at: event.target.value })}
            autoFocus
          />
        </div>
        {kind === 'delayed' && (
          <Choice label="Why" value={reason} options={lateCodes} words={delayReasons} onChange={setReason} />
        )}
        <Field
          label="Note (stays here)"
          value={note}
          maxLength={200}
          onChange={(event) => setNote(event.target.value)}
        />
        <p className="label">
          {isReported
            ? `${page.reportsTo!.name} gets a 214 as ${page.reportsTo!.shipmentId}.`
            : 'This load reports to no customer system.'}
        </p>
        <Alert>{error}</Alert>
        <button type="submit" className="button first self-start" disabled={acting.busy}>
          Note it <kbd className="key">Enter</kbd>
        </button>
      </form>
      {page.stopEvents.length > 0 && (
        <ol className="mt-3 border-t pt-2" aria-label="Reported so far">
          {page.stopEvents.map((event) => (
            <li key={event.id}>
              <span className="label">stop {event.sequence}</span> {stopEventWords[event.kind].toLowerCase()}{' '}
              {dayWords(event.atLocal.slice(0, 10))} {clockWords(event.atLocal)}
              {event.reasonCode &&
                event.reasonCode !== 'NS' &&
                `, ${delayReasons[event.reasonCode as DelayCode].toLowerCase()}`}{' '}
              <span className="label">{event.byName}</span>
            </li>
          ))}
        </ol>
      )}
    </Dialog>
  )
}
