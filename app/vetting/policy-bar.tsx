import { momentWords } from '#core/time/words'
import type { VettingPolicy } from '#core/vetting/policy'
import type { policyVersions } from '#server/vetting/policy'
import { LinkButton } from '../ui/link-button'
import type { PolicyDraft } from './use-policy'

interface PolicyBarProps {
  mine: PolicyDraft
  policy: VettingPolicy
  versions: ReturnType<typeof policyVersions>
  now: number
  zone: string
  edits: boolean
  onSave: () => void
}

/** Which version of the policy holds, and what can be done with a changed one. */
export function PolicyBar({ mine, policy, versions, now, zone, edits, onSave }: PolicyBarProps) {
  return (
    <div className="sticky top-0 z-10 flex items-center gap-3 border-b border-strong bg-plain px-4 py-2">
      <h1 className="text-base font-semibold">Vetting policy</h1>
      <span className="label">
        version {policy.version}
        {versions[0]
          ? `, by ${versions[0].byName} ${momentWords(versions[0].at, now, zone)}: ${versions[0].note}`
          : ', default'}
      </span>
      <span className="ml-auto flex items-center gap-3">
        {!edits && <span className="label">Only a manager changes it.</span>}
        {mine.message && (
          <span role="alert" className="text-bill">
            {mine.message}
          </span>
        )}
        {edits && mine.changed && (
          <>
            <LinkButton onClick={mine.reset}>Undo all</LinkButton>
            <button type="button" className="button" disabled={mine.busy} onClick={() => void mine.look()}>
              {mine.busy ? 'Vetting everybody…' : 'Who would be blocked?'} <kbd className="key">p</kbd>
            </button>
            <button type="button" className="button first" disabled={mine.busy} onClick={onSave}>
              Save <kbd className="key">s</kbd>
            </button>
          </>
        )}
      </span>
    </div>
  )
}
