import { momentWords } from '#core/time/words'
import type { policyVersions } from '#server/vetting/policy'

/** Every version of the policy with who saved it and why, the newest first. */
export function Versions({
  versions,
  now,
  zone,
}: {
  versions: ReturnType<typeof policyVersions>
  now: number
  zone: string
}) {
  return (
    <section aria-labelledby="versions">
      <h2 id="versions" className="head">
        Versions
      </h2>
      <ul>
        {versions.map((version) => (
          <li key={version.version} className="border-t py-1">
            {version.version}. {version.note}{' '}
            <span className="label">
              {version.byName}, {momentWords(version.at, now, zone)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
