import { useEffect, useState } from 'react'
import { addDays, dayOf, daysBetween, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import { endOf, type Policy, type Verdict } from '#core/vetting/vetting'
import { formatMoney } from '#core/money/money'

export interface GateFacts {
  verdict: Verdict
  policies: (Policy & { id: number; number: string })[]
}

/** The gate for one carrier, asked of the server. */
export function useGate(loadId: number, carrierId: number): GateFacts | null {
  const [gate, setGate] = useState<GateFacts | null>(null)
  useEffect(() => {
    const going = new AbortController()
    fetch(`/loads/${loadId}/gate/${carrierId}`, { signal: going.signal })
      .then((response) => (response.ok ? response.json() : null))
      .then(setGate)
      .catch(() => undefined)
    return () => going.abort()
  }, [loadId, carrierId])
  return gate
}

const verdictWords = { clear: 'Clear: authority, insurance through delivery, papers on file', caution: 'May be awarded, with care', stop: 'The gate stops this award' } as const
const verdictColor = { clear: 'text-acacia', caution: 'text-ring-text', stop: 'text-bill' } as const

/** What the gate says, and the insurance on a line of days with the delivery drawn through. */
export function Gate({ gate, now, deliverBy, zone }: { gate: GateFacts | null; now: number; deliverBy: number; zone: string }) {
  if (!gate) return <p className="label">Asking the gate…</p>
  return (
    <section aria-label="Gate" className="flex flex-col gap-1">
      <p className={`font-semibold ${verdictColor[gate.verdict.verdict]}`}>{verdictWords[gate.verdict.verdict]}</p>
      {gate.verdict.reasons.map((reason) => (
        <p key={reason.code + reason.message} className={reason.severity === 'stop' ? 'text-bill' : 'text-ring-text'}>
          {reason.message}
        </p>
      ))}
      <InsuranceLine policies={gate.policies} today={dayOf(toLocal(now, zone))} deliveryOn={dayOf(toLocal(deliverBy, zone))} />
    </section>
  )
}

const size = { width: 660, left: 150, right: 556, row: 20 }

function InsuranceLine({ policies, today, deliveryOn }: { policies: GateFacts['policies']; today: string; deliveryOn: string }) {
  const last = addDays(today, 400)
  // Stretched near today, like every line of time here.
  const x = (date: string) => {
    const days = daysBetween(today, date)
    if (days < 0) return size.left - 8
    return size.left + (Math.asinh(days / 6) / Math.asinh(daysBetween(today, last) / 6)) * (size.right - size.left)
  }
  const height = policies.length * size.row + 30
  const words = policies.map((policy) => `${policy.kind} ${formatMoney(policy.limitMinor)} until ${dayWords(endOf(policy), today)}`).join('; ')
  return (
    <svg viewBox={`0 0 ${size.width} ${height}`} className="mt-1 block w-full" role="img" aria-label={`Insurance: ${words || 'none on file'}; delivery ${dayWords(deliveryOn)}`}>
      {policies.map((policy, index) => {
        const covers = endOf(policy) >= deliveryOn
        return (
          <g key={policy.id}>
            <text x={0} y={index * size.row + 15} className="fill-ink text-[12px]">
              {policy.kind === 'liability' ? 'Liability' : 'Cargo'} {formatMoney(policy.limitMinor)}
            </text>
            <rect x={size.left} y={index * size.row + 6} width={Math.max(2, x(endOf(policy)) - size.left)} height={10} fill={covers ? 'var(--acacia)' : 'var(--bill)'} opacity={0.75} />
            <text x={x(endOf(policy)) + 6} y={index * size.row + 15} className="fill-second text-[11px]">
              to {dayWords(endOf(policy), today)}
            </text>
          </g>
        )
      })}
      <line x1={x(deliveryOn)} x2={x(deliveryOn)} y1={0} y2={height - 20} stroke="var(--ink)" strokeWidth={1.6} />
      <text x={x(deliveryOn)} y={height - 7} textAnchor="middle" className="fill-ink text-[11px] font-semibold">
        delivery {dayWords(deliveryOn)}
      </text>
    </svg>
  )
}
