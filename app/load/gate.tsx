import { useEffect } from 'react'
import { toast } from 'sonner'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { Verdict } from '#core/vetting/vetting'
import { CoverLine, type CoverStretch } from '../ui/cover-line'
import { Field } from '../ui/field'
import { useFetched } from '../ui/use-fetched'

export interface GateFacts {
  verdict: Verdict
  cover: CoverStretch[]
  /** The stop that the viewer may not go past; null where there is none. */
  bar: string | null
}

/** The gate for one carrier, asked of the server; `again` for the one it is awarded to, without what was passed before. */
export function useGate(loadId: number, carrierId: number, again = false): GateFacts | null {
  // The award just made may still be on its way into the page: nobody is asked about yet.
  const url = carrierId === 0 ? null : `/loads/${loadId}/gate/${carrierId}${again ? '?again' : ''}`
  const { data, problem } = useFetched<GateFacts>(url)
  useEffect(() => {
    if (problem) toast(`Vetting could not be read: ${problem}`, { className: '!text-bill' })
  }, [problem])
  return data
}

const verdictWords = {
  clear: 'Clear: authority, insurance through delivery, documents on file',
  caution: 'May be awarded, with caution',
  stop: 'Vetting blocks this award',
} as const
/** Asked again, of a carrier who has the load. */
const againWords = {
  ...verdictWords,
  caution: 'May go on, with caution',
  stop: 'Vetting would now block them',
} as const
const verdictColor = { clear: 'text-acacia', caution: 'text-ring-text', stop: 'text-bill' } as const

/** What the gate says, what would fix it, and the insurance on a line of days with the delivery drawn through. */
export function Gate({
  gate,
  again = false,
  now,
  deliverBy,
  zone,
}: {
  gate: GateFacts | null
  again?: boolean
  now: number
  deliverBy: number
  zone: string
}) {
  if (!gate) return <p className="label">Checking…</p>
  const [today, deliveryOn] = [dayOf(toLocal(now, zone)), dayOf(toLocal(deliverBy, zone))]
  return (
    <section aria-label="Vetting" className="flex flex-col gap-1">
      <p className={`font-semibold ${verdictColor[gate.verdict.verdict]}`}>
        {(again ? againWords : verdictWords)[gate.verdict.verdict]}
      </p>
      <Reasons reasons={gate.verdict.reasons} />
      <CoverLine
        cover={gate.cover}
        today={today}
        deliveries={[{ on: deliveryOn, words: `delivery ${dayWords(deliveryOn)}` }]}
      />
    </section>
  )
}

/** What it takes to go past a stop: a reason from whoever may, or why nobody here may. */
export function PassGate({
  gate,
  mayOverride,
  reason,
  onReason,
}: {
  gate: GateFacts | null
  mayOverride: boolean
  reason: string
  onReason: (reason: string) => void
}) {
  if (gate?.verdict.verdict !== 'stop') return null
  if (!mayOverride) return <p className="label">Only a manager may override vetting.</p>
  if (gate.bar !== null) return <p className="label">The policy lets nobody override this: {gate.bar}.</p>
  return (
    <Field
      label="Override vetting, because (kept with the load)"
      value={reason}
      onChange={(event) => onReason(event.target.value)}
    />
  )
}

/** Whether the gate lets an act through: it is asked, and where it stops the reason to go past it is given by whoever may. */
export function isThrough(gate: GateFacts | null, mayOverride: boolean, reason: string): boolean {
  return (
    gate !== null &&
    (gate.verdict.verdict !== 'stop' || (mayOverride && gate.bar === null && reason.trim().length >= 3))
  )
}

/** The reasons of a verdict, each with what would fix it. */
export function Reasons({
  reasons,
}: {
  reasons: Pick<Verdict['reasons'][number], 'code' | 'severity' | 'message' | 'fix'>[]
}) {
  return (
    <ul className="flex flex-col gap-1">
      {reasons.map((reason, at) => (
        <li key={reason.code + reason.message}>
          <span className={reason.severity === 'stop' ? 'text-bill' : 'text-ring-text'}>
            <span className="sr-only">{reason.severity}: </span>
            {reason.message}
          </span>
          {reason.fix !== reasons[at + 1]?.fix && <span className="label"> {reason.fix}</span>}
        </li>
      ))}
    </ul>
  )
}
