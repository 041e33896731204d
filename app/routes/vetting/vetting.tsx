import { useState } from 'react'
import { Link } from 'react-router'
import { may } from '#core/access/access'
import { momentWords } from '#core/time/words'
import { type RuleKindCode, ruleKindCodes, ruleKinds } from '#core/vetting/policy'
import { signCodes } from '#core/vetting/signs'
import { signNames } from '#core/vetting/words'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { brokerage } from '#server/settings.server'
import { currentPolicy, policyVersions } from '#server/vetting/policy'
import { Dialog } from '../../ui/dialog'
import { Field } from '../../ui/field'
import { useKeys } from '../../ui/keys'
import { ConditionDialog } from '../../vetting/condition-dialog'
import { PreviewPanel } from '../../vetting/preview-panel'
import { RuleRow, ruleColumns } from '../../vetting/rule-row'
import { usePolicy } from '../../vetting/use-policy'
import type { Route } from './+types/vetting'

export const meta: Route.MetaFunction = () => [{ title: 'Vetting policy, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  return {
    policy: currentPolicy(database()),
    versions: policyVersions(database()),
    now: Date.now(),
    zone: brokerage.zone,
    edits: may(viewer(context).role, 'set_policy'),
  }
}

const limitWords = {
  changedDays: 'days a changed contact or payee is a sign',
  awayMiles: 'miles between where a truck is and was said to be',
  pricePercent: 'percent of the low end, below which a price is far under',
  addressCarriers: 'carriers at one address from which on it is a sign',
} as const

export default function Vetting({ loaderData }: Route.ComponentProps) {
  return <Editor key={loaderData.policy.version} {...loaderData} />
}

function Editor({ policy, versions, now, zone, edits }: Route.ComponentProps['loaderData']) {
  const mine = usePolicy(policy)
  const [condition, setCondition] = useState<number | null>(null)
  const [saving, setSaving] = useState(false)
  const [note, setNote] = useState('')
  useKeys('Vetting policy', [
    { key: 'p', words: 'preview who would be blocked', run: () => void mine.look(), disabled: !edits || !mine.changed },
    { key: 's', words: 'save it as a new version', run: () => setSaving(true), disabled: !edits || !mine.changed },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col overflow-y-auto">
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
              <button type="button" className="text-dusk underline" onClick={mine.reset}>
                Undo all
              </button>
              <button type="button" className="button" disabled={mine.busy} onClick={() => void mine.look()}>
                {mine.busy ? 'Vetting everybody…' : 'Who would be blocked?'} <kbd className="key">p</kbd>
              </button>
              <button type="button" className="button first" disabled={mine.busy} onClick={() => setSaving(true)}>
                Save <kbd className="key">s</kbd>
              </button>
            </>
          )}
        </span>
      </div>
      <div className="grid grid-cols-[minmax(0,2.6fr)_minmax(0,1fr)] gap-6 px-4 py-2">
        <section aria-labelledby="rules">
          <h2 id="rules" className="sr-only">
            Rules
          </h2>
          <div className={`${ruleColumns} label py-1`} aria-hidden="true">
            <span>On</span>
            <span>What</span>
            <span>Threshold</span>
            <span>Severity</span>
            <span>For</span>
            <span>Override by</span>
            <span />
          </div>
          <ul>
            {mine.draft.rules.map((rule, at) => (
              <RuleRow
                key={rule.id}
                rule={rule}
                edits={edits}
                error={mine.errors[at]}
                onChange={(part) => mine.change(at, part)}
                onCondition={() => setCondition(at)}
                onRemove={() => mine.remove(at)}
              />
            ))}
          </ul>
          {edits && (
            <label className="mt-2 flex items-center gap-2 border-t pt-2">
              <span className="label">One more rule</span>
              <select
                className="field !w-96"
                value=""
                onChange={(event) => event.target.value && mine.add(event.target.value as RuleKindCode)}
              >
                <option value="">Choose what it looks for</option>
                {ruleKindCodes.map((kind) => (
                  <option key={kind} value={kind}>
                    {ruleKinds[kind].title}
                  </option>
                ))}
              </select>
            </label>
          )}
        </section>
        <div className="flex flex-col gap-4">
          {mine.preview && <PreviewPanel preview={mine.preview.told} stale={mine.preview.of !== mine.draft} />}
          <section aria-labelledby="signs">
            <h2 id="signs" className="head">
              Signs, and what each weighs
            </h2>
            <ul>
              {signCodes.map((code) => (
                <li key={code} className="flex items-center justify-between gap-2 border-t">
                  <label htmlFor={`sign-${code}`}>{signNames[code]}</label>
                  <input
                    id={`sign-${code}`}
                    type="number"
                    min={0}
                    max={100}
                    className="field !h-7 !w-16 text-right font-mono"
                    value={mine.draft.signWeights[code]}
                    disabled={!edits}
                    onChange={(event) => mine.weigh(code, Math.min(100, Math.max(0, Number(event.target.value) || 0)))}
                  />
                </li>
              ))}
              {Object.entries(limitWords).map(([name, words]) => (
                <li key={name} className="flex items-center justify-between gap-2 border-t">
                  <label htmlFor={`limit-${name}`} className="label">
                    {words}
                  </label>
                  <input
                    id={`limit-${name}`}
                    type="number"
                    min={1}
                    className="field !h-7 !w-16 text-right font-mono"
                    value={mine.draft.signLimits[name as keyof typeof limitWords]}
                    disabled={!edits}
                    onChange={(event) => mine.limit(name, Math.max(1, Number(event.target.value) || 1))}
                  />
                </li>
              ))}
            </ul>
          </section>
          {versions.length > 0 && (
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
          )}
          <Link to="/carriers" className="py-1 text-dusk underline">
            To the carriers
          </Link>
        </div>
      </div>
      {condition !== null && mine.draft.rules[condition] && (
        <ConditionDialog
          title={ruleKinds[mine.draft.rules[condition].kind].title}
          when={mine.draft.rules[condition].when}
          onClose={() => setCondition(null)}
          onKeep={(when) => {
            mine.change(condition, { when })
            setCondition(null)
          }}
        />
      )}
      {saving && (
        <Dialog open onClose={() => setSaving(false)} title={`Save as version ${policy.version + 1}`}>
          <form
            className="flex flex-col gap-3"
            onSubmit={async (event) => {
              event.preventDefault()
              if (await mine.save(note)) setSaving(false)
            }}
          >
            <Field
              label="What changed, and why (stays with the version)"
              value={note}
              onChange={(event) => setNote(event.target.value)}
              error={mine.message}
              autoFocus
            />
            <button type="submit" className="button first self-start" disabled={mine.busy}>
              Save <kbd className="key">Enter</kbd>
            </button>
          </form>
        </Dialog>
      )}
    </main>
  )
}
