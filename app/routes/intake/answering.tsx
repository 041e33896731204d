import { useState } from 'react'
import { Link, useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { may } from '#core/access/access'
import type { AnswerRule, TryOut } from '#core/tender/answer-rules'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import type { RulesAct } from '#server/tender/change-rules'
import { readRules } from '#server/tender/rules'
import { HoldForm } from '../../answer-rules/hold-form'
import { emptyRule, RuleDialog } from '../../answer-rules/rule-dialog'
import { RuleList } from '../../answer-rules/rule-list'
import { TryOutWords } from '../../answer-rules/try-out-words'
import { useKeys } from '../../ui/keys'
import { postJson } from '../../ui/post'
import type { Route } from './+types/answering'

export const meta: Route.MetaFunction = () => [{ title: 'Answering rules, Oxpecker' }]

export function loader({ request, context }: Route.LoaderArgs) {
  const wanted = Number(new URL(request.url).searchParams.get('customer')) || null
  return {
    ...readRules(database(), wanted),
    now: Date.now(),
    zone: officeOf(database()).zone,
    mayEdit: may(viewer(context).role, 'set_partners'),
  }
}

export default function Answering({ loaderData }: Route.ComponentProps) {
  const { customers, chosen } = loaderData
  return (
    <main className="flex min-h-0 flex-1">
      <nav aria-label="Customers that tender" className="w-64 shrink-0 overflow-y-auto border-r border-strong py-2">
        <h1 className="px-4 pb-2 text-base font-semibold">Answering rules</h1>
        <ul>
          {customers.map((each) => (
            <li key={each.id}>
              <Link
                to={`/answering?customer=${each.id}`}
                aria-current={each.id === chosen?.id ? 'page' : undefined}
                className={`flex justify-between px-4 py-1 ${each.id === chosen?.id ? 'bg-chosen font-semibold' : 'hover:bg-sheet'}`}
              >
                {each.name}{' '}
                <span className="label">
                  {each.hold !== null && <b className="text-bill">hold</b>}
                  {each.hold === null && each.rulesOn > 0 && `${each.rulesOn} on`}
                </span>
              </Link>
            </li>
          ))}
        </ul>
        <p className="px-4 pt-3">
          <Link to="/intake" className="link">
            Intake
          </Link>
        </p>
      </nav>
      {chosen ? (
        <Rules key={chosen.id} {...loaderData} chosen={chosen} />
      ) : (
        <p className="p-6">No customer has tendered yet.</p>
      )}
    </main>
  )
}

type Page = Route.ComponentProps['loaderData']

function Rules({ chosen, rules, now, zone, mayEdit }: Page & { chosen: NonNullable<Page['chosen']> }) {
  const [editing, setEditing] = useState<{ id: number | null; rule: AnswerRule } | null>(null)
  const [tried, setTried] = useState<TryOut | null>(null)
  const { revalidate } = useRevalidator()
  const act = async (act: RulesAct, done?: string) => {
    const answer = await postJson<{ tried?: TryOut }>('/answering/act', act)
    await revalidate()
    if (!answer.ok) toast(answer.message, { className: '!text-bill' })
    else if (done) toast(done)
    return answer
  }
  const tryAll = async () => {
    const answer = await act({ intent: 'try', customerId: chosen.id, rules: rules.map(({ rule }) => rule) })
    if (answer.ok) setTried(answer.value.tried ?? null)
  }
  const save = async (ruleId: number | null, rule: AnswerRule) => {
    const answer = await postJson('/answering/act', {
      intent: 'save',
      customerId: chosen.id,
      ruleId,
      rule,
    } satisfies RulesAct)
    await revalidate()
    setTried(null)
    return answer
  }
  useKeys('Answering rules', [
    { key: 'w', words: 'a new rule', run: () => setEditing({ id: null, rule: emptyRule }), disabled: !mayEdit },
    {
      key: 't',
      words: 'try the rules out on ninety days',
      run: () => void tryAll(),
      disabled: !mayEdit || rules.length === 0,
    },
  ])
  return (
    <div className="min-w-0 flex-1 overflow-y-auto px-6 py-2">
      <header className="flex items-baseline gap-4 pb-2">
        <h2 className="text-base font-semibold">{chosen.name}</h2>
        <span className="label">the first rule with every condition met answers; the rest wait in Intake</span>
        {mayEdit && (
          <button
            type="button"
            className="button first ml-auto"
            onClick={() => setEditing({ id: null, rule: emptyRule })}
          >
            New rule <kbd className="key">w</kbd>
          </button>
        )}
      </header>
      {rules.length === 0 ? (
        <p className="border-t py-4">
          No rules yet: every tender of theirs waits in Intake. A new rule is tried out on the last ninety days before
          it is switched on.
        </p>
      ) : (
        <RuleList
          rules={rules}
          tried={tried}
          now={now}
          zone={zone}
          mayEdit={mayEdit}
          act={act}
          onChange={(id, rule) => setEditing({ id, rule })}
        />
      )}
      {mayEdit && rules.length > 0 && (
        <section aria-label="Try out" className="border-t border-strong py-3">
          <button type="button" className="button" onClick={() => void tryAll()}>
            Try them out on the last 90 days <kbd className="key">t</kbd>
          </button>
          {tried && <TryOutWords tried={tried} />}
        </section>
      )}
      <HoldForm customer={chosen} mayEdit={mayEdit} act={act} />
      {editing && (
        <RuleDialog rule={editing.rule} onClose={() => setEditing(null)} onSave={(rule) => save(editing.id, rule)} />
      )}
    </div>
  )
}
