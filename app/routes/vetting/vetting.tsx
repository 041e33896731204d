import { useState } from 'react'
import { Link } from 'react-router'
import { may } from '#core/access/access'
import { ruleKinds } from '#core/vetting/policy'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { currentPolicy, policyVersions } from '#server/vetting/policy'
import { useKeys } from '../../ui/keys'
import { ConditionDialog } from '../../vetting/condition-dialog'
import { PolicyBar } from '../../vetting/policy-bar'
import { PreviewPanel } from '../../vetting/preview-panel'
import { Rules } from '../../vetting/rules'
import { SaveDialog } from '../../vetting/save-dialog'
import { Signs } from '../../vetting/signs'
import { usePolicy } from '../../vetting/use-policy'
import { Versions } from '../../vetting/versions'
import type { Route } from './+types/vetting'

export const meta: Route.MetaFunction = () => [{ title: 'Vetting policy, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  return {
    policy: currentPolicy(database()),
    versions: policyVersions(database()),
    now: Date.now(),
    zone: officeOf(database()).zone,
    edits: may(viewer(context).role, 'set_policy'),
  }
}

export default function Vetting({ loaderData }: Route.ComponentProps) {
  return <Editor key={loaderData.policy.version} {...loaderData} />
}

function Editor({ policy, versions, now, zone, edits }: Route.ComponentProps['loaderData']) {
  const mine = usePolicy(policy)
  const [condition, setCondition] = useState<number | null>(null)
  const [saving, setSaving] = useState(false)
  useKeys('Vetting policy', [
    { key: 'p', words: 'preview who would be blocked', run: () => void mine.look(), disabled: !edits || !mine.changed },
    { key: 's', words: 'save it as a new version', run: () => setSaving(true), disabled: !edits || !mine.changed },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col overflow-y-auto">
      <PolicyBar
        mine={mine}
        policy={policy}
        versions={versions}
        now={now}
        zone={zone}
        edits={edits}
        onSave={() => setSaving(true)}
      />
      <div className="grid grid-cols-[minmax(0,2.6fr)_minmax(0,1fr)] gap-6 px-4 py-2">
        <Rules mine={mine} edits={edits} onCondition={setCondition} />
        <div className="flex flex-col gap-4">
          {mine.preview && <PreviewPanel preview={mine.preview.result} stale={mine.preview.of !== mine.draft} />}
          <Signs mine={mine} edits={edits} />
          {versions.length > 0 && <Versions versions={versions} now={now} zone={zone} />}
          <Link to="/carriers" className="py-1 link">
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
      {saving && <SaveDialog mine={mine} version={policy.version + 1} onClose={() => setSaving(false)} />}
    </main>
  )
}
