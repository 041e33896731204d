import type { AnswerRule, TryOut } from '#core/tender/answer-rules'
import { ruleWords, verdictWords } from '#core/tender/words'
import { momentWords } from '#core/time/words'
import type { RulesAct } from '#server/tender/change-rules'
import type { RulesPage } from '#server/tender/rules'
import { LinkButton } from '../ui/link-button'

/** A customer's rules in the order they are asked, each with what can be done to it. */
export function RuleList({
  rules,
  tried,
  now,
  zone,
  mayEdit,
  act,
  onChange,
}: {
  rules: RulesPage['rules']
  tried: TryOut | null
  now: number
  zone: string
  mayEdit: boolean
  act: (act: RulesAct, done?: string) => Promise<unknown>
  onChange: (ruleId: number, rule: AnswerRule) => void
}) {
  return (
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
              <LinkButton
                onClick={() =>
                  void act(
                    { intent: 'switch', ruleId: row.id, on: !row.on },
                    row.on ? 'Off' : 'On: it answers from now on',
                  )
                }
              >
                {row.on ? 'Switch off' : 'Switch on'}
              </LinkButton>
              <LinkButton onClick={() => onChange(row.id, row.rule)}>Change</LinkButton>
              {at > 0 && (
                <LinkButton onClick={() => void act({ intent: 'move', ruleId: row.id, by: -1 })}>Up</LinkButton>
              )}
              <LinkButton onClick={() => void act({ intent: 'remove', ruleId: row.id }, 'Removed')}>Remove</LinkButton>
            </span>
          )}
        </li>
      ))}
    </ol>
  )
}
