import { useState } from 'react'
import { Link, useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { may } from '#core/access/access'
import { formatMoney } from '#core/money/money'
import type { AnswerRule, TryOut } from '#core/tender/answer-rules'
import { ruleWords, verdictWords } from '#core/tender/words'
import { momentWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { brokerage } from '#server/settings.server'
import type { RulesAct } from '#server/tender/change-rules'
import { readRules } from '#server/tender/rules'
import { emptyRule, RuleDialog } from '../../answer-rules/rule-dialog'
import { Field } from '../../ui/field'
import { useKeys } from '../../ui/keys'
import { postJson } from '../../ui/post'
import type { Route } from './+types/answering'

export const meta: Route.MetaFunction = () => [{ title: 'Answering rules, Oxpecker' }]

export function loader({ request, context }: Route.LoaderArgs) {
  const wanted = Number(new URL(request.url).searchParams.get('customer')) || null
  return {
    ...readRules(database(), wanted),
    now: Date.now(),
    zone: brokerage.zone,
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
          <Link to="/intake" className="text-dusk underline">
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
  const [hold, setHold] = useState(chosen.hold ?? '')
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
        <ol>
          {rules.map((row, at) => (
            <li key={row.id} className="flex items-baseline gap-4 border-t py-2">
              <span className="label w-5 text-right">{at + 1}</span>
              <span className="min-w-0 flex-1">
                <b className="font-semibold">{row.rule.name}</b>{' '}
                <span className={row.on ? 'text-acacia' : 'text-second'}>{row.on ? 'on' : 'off'}</span>
                <span className="block">
                  {verdictWords[row.rule.verdict]}: {ruleWords(row.rule)}
                </span>
                <span className="label">
                  by {row.madeBy}, {momentWords(row.madeAt, now, zone)}
                  {row.triedAt !== null
                    ? `, tried out ${momentWords(row.triedAt, now, zone)}`
                    : ', not tried out since it changed'}
                  {tried && `, would have answered ${tried.byRule[at] ?? 0}`}
                </span>
              </span>
              {mayEdit && (
                <span className="flex shrink-0 gap-3">
                  <Press
                    words={row.on ? 'Switch off' : 'Switch on'}
                    onPress={() =>
                      void act(
                        { intent: 'switch', ruleId: row.id, on: !row.on },
                        row.on ? 'Off' : 'On: it answers from now on',
                      )
                    }
                  />
                  <Press words="Change" onPress={() => setEditing({ id: row.id, rule: row.rule })} />
                  {at > 0 && <Press words="Up" onPress={() => void act({ intent: 'move', ruleId: row.id, by: -1 })} />}
                  <Press words="Remove" onPress={() => void act({ intent: 'remove', ruleId: row.id }, 'Removed')} />
                </span>
              )}
            </li>
          ))}
        </ol>
      )}
      {mayEdit && rules.length > 0 && (
        <section aria-label="Try out" className="border-t border-strong py-3">
          <button type="button" className="button" onClick={() => void tryAll()}>
            Try them out on the last 90 days <kbd className="key">t</kbd>
          </button>
          {tried && <TryOutWords tried={tried} />}
        </section>
      )}
      <section aria-label="Hold" className="border-t py-3">
        <h3 className="head">Hold</h3>
        <form
          className="flex items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault()
            void act(
              { intent: 'hold', customerId: chosen.id, hold: hold.trim() === '' ? null : hold },
              hold.trim() === '' ? 'The hold is lifted' : 'On hold: nothing is accepted by itself',
            )
          }}
        >
          <Field
            className="w-96"
            label="Why nothing of theirs is accepted by itself (empty: no hold)"
            value={hold}
            maxLength={200}
            disabled={!mayEdit}
            onChange={(event) => setHold(event.target.value)}
          />
          {mayEdit && (
            <button type="submit" className="button">
              Keep
            </button>
          )}
        </form>
      </section>
      {editing && (
        <RuleDialog
          rule={editing.rule}
          onClose={() => setEditing(null)}
          onSave={async (rule) => {
            const answer = await postJson('/answering/act', {
              intent: 'save',
              customerId: chosen.id,
              ruleId: editing.id,
              rule,
            } satisfies RulesAct)
            await revalidate()
            setTried(null)
            if (answer.ok) return null
            if (answer.errors.length > 0) return answer.errors
            return [{ path: '', message: answer.message }]
          }}
        />
      )}
    </div>
  )
}

function Press({ words, onPress }: { words: string; onPress: () => void }) {
  return (
    <button type="button" className="text-dusk underline" onClick={onPress}>
      {words}
    </button>
  )
}

/** What the rules would have done, in words and money. */
function TryOutWords({ tried }: { tried: TryOut }) {
  const { accepted, declined } = tried
  return (
    <div role="status" className="pt-2">
      <p>
        Of {tried.tenders} tenders they <b>would have accepted {accepted.count}</b>
        {accepted.count > 0 &&
          `, ${formatMoney(Math.round(accepted.sellMinor / 100) * 100)} in charges, ${formatMoney(Math.round(accepted.middleMinor / 100) * 100)} (${accepted.sellMinor > 0 ? Math.round((accepted.middleMinor / accepted.sellMinor) * 1000) / 10 : 0}%) left at the middle price`}
        , declined {declined.count}, and handed {tried.handedOver} over.
      </p>
      {accepted.loads > 0 && (
        <p className="label">
          {accepted.loads} of those accepted became loads then, with{' '}
          {formatMoney(Math.round(accepted.loadsMarginMinor / 100) * 100)} of margin.
        </p>
      )}
      {accepted.declinedThen > 0 && (
        <p className="text-ring-text">{accepted.declinedThen} of them were declined or not answered by people then.</p>
      )}
      {declined.acceptedThen > 0 && (
        <p className="text-ring-text">
          {declined.acceptedThen} that they would have declined were accepted by people, with{' '}
          {formatMoney(Math.round(declined.lostMarginMinor / 100) * 100)} of margin.
        </p>
      )}
    </div>
  )
}
