import { equipmentWords } from '../load/words'
import type { AnswerRule, RuleVerdict } from './answer-rules'
import { declineReasons } from './reasons'

export const verdictWords: Record<RuleVerdict, string> = {
  accept: 'Accept automatically',
  decline: 'Decline automatically',
  hand_over: 'Hand over to a person',
}

/** A rule in a sentence: `van, from ID to any, 1 to 7 days ahead, drivable, at least 10% left at the middle price`. */
export function ruleWords(rule: AnswerRule): string {
  const end = (text: string) => text || 'anywhere'
  const parts = [
    rule.equipment.map((kind) => equipmentWords[kind].toLowerCase()).join(' or '),
    rule.lanes.map(({ from, to }) => `${end(from)} to ${end(to)}`).join(' or '),
    aheadWords(rule),
    drivingWords[rule.driving],
    rule.margin
      ? `${rule.margin.is === 'at_least' ? 'at least' : 'less than'} ${rule.margin.percent}% left at the ${rule.margin.at} price`
      : '',
    weekWords(rule.week),
    holdWords[rule.hold],
  ].filter(Boolean)
  return `${parts.length > 0 ? parts.join(', ') : 'every tender'}${rule.verdict === 'decline' && rule.reasonCode ? `; ${declineReasons[rule.reasonCode].toLowerCase()}` : ''}`
}

const daysWords = (days: number) => (days === 1 ? '1 day' : `${days} days`)

const drivingWords = { any: '', feasible: 'can be driven in time', not_feasible: 'cannot be driven in time' }
const holdWords = { any: '', on_hold: 'customer on hold', free: 'customer not on hold' }

function aheadWords({ minDays, maxDays }: AnswerRule): string {
  if (minDays !== null && maxDays !== null) return `${minDays} to ${maxDays} days ahead`
  if (minDays !== null) return `at least ${daysWords(minDays)} ahead`
  return maxDays === null ? '' : `at most ${daysWords(maxDays)} ahead`
}

function weekWords(week: AnswerRule['week']): string {
  if (!week) return ''
  return week.is === 'below' ? `fewer than ${week.count} taken that week` : `${week.count} taken that week already`
}
