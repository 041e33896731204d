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
import { Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import type { Acting } from './use-act'

/** Reasons that are reasons: `on schedule` is none for being late. */
const lateCodes = delayCodes.filter((code) => code !== 'NS')

/** The event that a check call most likely reports: the one after the last reported. */
export function likelyNext(page: LoadPage): { sequence: number; kind: StopEventKind } {
  const last = page.stopEvents.filter(({ kind }) => kind === 'arrived' || kind === 'departed').at(-1)
  // Picked up without a call: the truck is on its way to the stop after.
  if (!last) return { sequence: page.load.state === 'in_transit' ? 2 : 1, kind: 'arrived' }
  if (last.kind === 'arrived') return { sequence: last.sequence, kind: 'departed' }
  return { sequence: Math.min(page.stops.length, last.sequence + 1), kind: 'arrived' }
}

interface CheckCallProps {
  page: LoadPage
  acting: Acting
  now: number
  onClose: () => void
}

/** A check call: what happened at which stop, and when by the clock there. */
export function CheckCallDialog(props: CheckCallProps) {
  const { page, onClose } = props
  const { call, set, save } = useCheckCall(props)
  const place = call.zone.split('/').at(-1)?.replace('_', ' ')
  return (
    <FormDialog
      title={`Check call for ${page.load.number}`}
      button="Note it"
      save={save}
      onClose={onClose}
      after={<ReportedSoFar page={page} />}
    >
      {(error) => (
        <>
          <Choice
            label="Stop"
            value={call.sequence}
            options={page.stops.map((_, index) => String(index + 1))}
            words={stopWords(page)}
            onChange={(sequence) => set({ sequence, atLocal: undefined })}
          />
          <div className="grid grid-cols-2 gap-3">
            <Choice
              label="What"
              value={call.kind}
              options={stopEventKinds}
              words={stopEventWords}
              onChange={(kind) => set({ kind })}
            />
            <Field
              label={`${call.kind === 'delayed' ? 'Expected there' : 'When'}, by the clock in ${place}`}
              type="datetime-local"
              value={call.atLocal}
              onChange={(event) => set({ atLocal: event.target.value })}
              error={error('atLocal')}
              autoFocus
            />
          </div>
          {call.kind === 'delayed' && (
            <Choice
              label="Why"
              value={call.reason}
              options={lateCodes}
              words={delayReasons}
              onChange={(reason) => set({ reason })}
            />
          )}
          <Field
            label="Note (stays here)"
            value={call.note}
            maxLength={200}
            onChange={(event) => set({ note: event.target.value })}
            error={error('note')}
          />
          <p className="label">
            {page.reportsTo?.documents.includes('214')
              ? `${page.reportsTo.name} gets a 214 as ${page.reportsTo.shipmentId}.`
              : 'This load reports to no customer system.'}
          </p>
        </>
      )}
    </FormDialog>
  )
}

interface CheckCallInput {
  sequence: string
  kind: StopEventKind
  atLocal: string
  reason: DelayCode
  note: string
}

/** The check call as it is filled in, and noting it. What nobody has touched follows the page: news may come in while the dialog is open. */
function useCheckCall({ page, acting, now }: CheckCallProps) {
  const next = likelyNext(page)
  const [touched, setTouched] = useState<Partial<CheckCallInput>>({})
  // The clock does not run on under somebody's fingers.
  const [openedAt] = useState(now)
  const [sureOf, setSureOf] = useState<string | null>(null)
  const sequence = touched.sequence ?? String(next.sequence)
  const zone = page.stops[Number(sequence) - 1]?.zone ?? 'UTC'
  const call = {
    kind: touched.kind ?? next.kind,
    atLocal: touched.atLocal ?? toLocal(openedAt, zone),
    reason: touched.reason ?? lateCodes[0]!,
    note: touched.note ?? '',
    sequence,
    zone,
  }
  const save = async () => {
    const event = {
      sequence: Number(sequence),
      kind: call.kind,
      atLocal: call.atLocal,
      reasonCode: call.kind === 'delayed' ? call.reason : null,
      note: call.note,
      sure: sureOf === call.atLocal,
    }
    const answer = await acting.act({ intent: 'note_stop', event }, 'Noted', true)
    if (!answer.ok && answer.code === 'far_off_window') setSureOf(call.atLocal)
    return answer
  }
  return { call, set: (part: Partial<CheckCallInput>) => setTouched({ ...touched, ...part }), save }
}

const stopWords = (page: LoadPage): Record<string, string> =>
  Object.fromEntries(
    page.stops.map((stop, index) => [
      String(index + 1),
      `${index + 1} ${stop.kind === 'pickup' ? 'pick up' : 'deliver'}, ${stop.facility}, ${stop.city}`,
    ]),
  )

function ReportedSoFar({ page }: { page: LoadPage }) {
  if (page.stopEvents.length === 0) return null
  return (
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
  )
}
