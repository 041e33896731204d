import { momentWords } from '#core/time/words'
import type { RecentChanges } from '#server/carrier/needs'
import { Carrier, Item, Part } from './attention-parts'
import { fieldWords } from './facts'
import { Standing } from './standing'

/** What the register and vetting found changed since yesterday. */
export function ChangedList({ changes, now, zone }: { changes: RecentChanges; now: number; zone: string }) {
  return (
    <section aria-labelledby="changed">
      <h2 id="changed" className="text-base font-semibold">
        Changed since yesterday
      </h2>
      <p className="label">
        {changes.feed?.currentAt
          ? `Register read ${momentWords(changes.feed.currentAt, now, zone)}`
          : 'The register has never been read'}
        {changes.feed?.problem && (
          <span className="text-ring-text">; it does not answer now: {changes.feed.problem}</span>
        )}
      </p>
      <Part title="Changed verdicts" count={changes.verdicts.length}>
        {changes.verdicts.map((row) => (
          <Item key={row.id} act={<span className="label">{momentWords(row.at, now, zone)}</span>}>
            <Carrier id={row.carrierId} name={row.carrierName} /> <Standing verdict={row.to} />{' '}
            <span className="label">
              before {row.from}. {row.reasons.join('; ')}
            </span>
          </Item>
        ))}
      </Part>
      <Part title="Where sources disagree" count={changes.changes.length}>
        {changes.changes.map((row) => (
          <Item key={row.id} act={<span className="label">{momentWords(row.seenAt, now, zone)}</span>}>
            <Carrier id={row.carrierId} name={row.carrierName} />{' '}
            <span className="label">{fieldWords(row.field)}:</span> {row.value} <s className="label">{row.before}</s>
          </Item>
        ))}
      </Part>
      {changes.verdicts.length + changes.changes.length === 0 && (
        <p className="py-3">Nothing about our carriers changed in the last day.</p>
      )}
    </section>
  )
}
