import { Link } from 'react-router'
import type { PolicyPreview } from '#server/vetting/preview'

/** What a changed policy would do: how many carriers get which verdict, and whom it would newly block. */
export function PreviewPanel({ preview, stale }: { preview: PolicyPreview; stale: boolean }) {
  const rows = (['clear', 'caution', 'stop'] as const).map(
    (standing) => [standing, preview.before[standing], preview.after[standing]] as const,
  )
  const words = { clear: 'clear', caution: 'caution', stop: 'blocked' }
  return (
    <section aria-label="What it would change" className={stale ? 'opacity-60' : ''}>
      <h2 className="head">What it would change{stale && ' (the rules were changed since: preview again)'}</h2>
      <p className="border-t py-1">
        {rows.map(([standing, before, after]) => (
          <span key={standing} className="mr-5">
            {words[standing]} <span className="font-mono">{before.toLocaleString('en-US')}</span> →{' '}
            <span className="font-mono font-semibold">{after.toLocaleString('en-US')}</span>
          </span>
        ))}
      </p>
      {preview.loads.length > 0 && (
        <>
          <h3 className="head text-bill">Awarded loads it would hold</h3>
          <ul>
            {preview.loads.map((load) => (
              <li key={load.id} className="border-t py-1">
                <Link to={`/loads/${load.id}`} className="font-mono link">
                  {load.number}
                </Link>{' '}
                {load.carrierName} <span className="label">{load.why}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      <h3 className="head mt-2">
        {preview.newlyStoppedCount === 0
          ? 'Nobody newly blocked'
          : `Newly blocked: ${preview.newlyStoppedCount.toLocaleString('en-US')}`}
      </h3>
      <ul>
        {preview.newlyStopped.map((row) => (
          <li key={row.id} className="border-t py-1">
            <Link to={`/carriers/${row.id}`} className="font-semibold">
              {row.name}
            </Link>{' '}
            <span className="label">{row.why}</span>
          </li>
        ))}
      </ul>
      {preview.freedCount > 0 && (
        <h3 className="head mt-2">No longer blocked: {preview.freedCount.toLocaleString('en-US')}</h3>
      )}
      <ul>
        {preview.freed.map((row) => (
          <li key={row.id} className="border-t py-1">
            <Link to={`/carriers/${row.id}`} className="font-semibold">
              {row.name}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}
