import { momentWords } from '#core/time/words'
import type { Watch } from '#server/carrier/needs'
import { fieldWords } from './facts'
import { Standing } from './standing'
import { Carrier, Item, Part } from './watch-parts'

/** What the register and vetting found changed since yesterday. */
export function ChangedList({ watch, now, zone }: { watch: Watch; now: number; zone: string }) {
  return (
    <section aria-labelledby="changed">
      <h2 id="changed" className="text-base font-semibold">
        Changed since yesterday
      </h2>
      <p className="label">
        {watch.feed?.currentAt
          ? `Register read ${momentWords(watch.feed.currentAt, now, zone)}`
          : 'The register has never been read'}
        {watch.feed?.problem && <span className="text-ring-text">; it does not answer now: {watch.feed.problem}</span>}
      </p>
      <Part title="Changed verdicts" count={watch.verdicts.length}>
        {watch.verdicts.map((row) => (
          <Item key={row.id} act={<span className="label">{momentWords(row.at, now, zone)}</span>}>
            <Carrier id={row.carrierId} name={row.carrierName} /> <Standing verdict={row.to} />{' '}
            <span className="label">
              before {row.from}. {row.reasons.join('; ')}
            </span>
          </Item>
        ))}
      </Part>
      <Part title="Where sources disagree" count={watch.changes.length}>
        {watch.changes.map((row) => (
          <Item key={row.id} act={<span className="label">{momentWords(row.seenAt, now, zone)}</span>}>
            <Carrier id={row.carrierId} name={row.carrierName} />{' '}
            <span className="label">{fieldWords(row.field)}:</span> {row.value} <s className="label">{row.before}</s>
          </Item>
        ))}
      </Part>
      {watch.verdicts.length + watch.changes.length === 0 && (
        <p className="py-3">Nothing about our carriers changed in the last day.</p>
      )}
    </section>
  )
}
