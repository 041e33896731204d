import { equipmentWords } from '#core/load/words'
import { momentWords, spanWords } from '#core/time/words'
import type { Dossier } from '#server/carrier/dossier'
import { standingTone } from './standing'

const standings = {
  clear: 'Clear to use',
  caution: 'May be used, with caution',
  stop: 'Blocked: not to be awarded',
} as const

/** Who it is, whether it may be used, and how old the register's data is. */
export function DossierHead({
  dossier,
  now,
  zone,
  children,
}: {
  dossier: Dossier
  now: number
  zone: string
  children: React.ReactNode
}) {
  const { carrier, record, verdict, register } = dossier
  const trailers = carrier.equipment
    .map(
      (kind) =>
        `${equipmentWords[kind].toLowerCase()}${carrier.trailers[kind] ? ` ${carrier.trailers[kind]}` : ''}${carrier.preferred.includes(kind) ? ' (preferred)' : ''}`,
    )
    .join(', ')
  return (
    <header className="flex items-start justify-between gap-6 border-b border-strong px-4 py-2">
      <div className="min-w-0">
        <h1 className="truncate text-lg font-semibold">
          {carrier.name}{' '}
          <span className={`text-base ${standingTone[verdict.verdict]}`}>{standings[verdict.verdict]}</span>
        </h1>
        <p className="truncate">
          {carrier.mcNumber && (
            <>
              MC <span className="font-mono">{carrier.mcNumber}</span>,{' '}
            </>
          )}
          DOT <span className="font-mono">{carrier.dotNumber}</span>, {carrier.homeCity} {carrier.homeRegion},{' '}
          {record ? `${record.powerUnits} trucks, ${record.drivers} drivers` : 'not in the register'}; {trailers}
        </p>
        <p className={`label ${register.problem || (register.ageHours ?? 0) > 36 ? '!text-ring-text' : ''}`}>
          {register.currentAt === null
            ? 'No register record yet'
            : `Register as of ${momentWords(register.currentAt, now, zone)}, ${spanWords(now - register.currentAt)} old${register.problem ? `; it does not answer now: ${register.problem}` : ''}`}
          . Policy version {verdict.policyVersion}.
        </p>
      </div>
      <div className="flex shrink-0 flex-wrap justify-end gap-2">{children}</div>
    </header>
  )
}
