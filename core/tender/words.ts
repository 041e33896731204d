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
  const days =
    rule.leastDays !== null && rule.mostDays !== null
      ? `${rule.leastDays} to ${rule.mostDays} days ahead`
      : rule.leastDays !== null
        ? `at least ${daysWords(rule.leastDays)} ahead`
        : rule.mostDays !== null
          ? `at most ${daysWords(rule.mostDays)} ahead`
          : ''
  const parts = [
    rule.equipment.map((kind) => equipmentWords[kind].toLowerCase()).join(' or '),
    rule.lanes.map(({ from, to }) => `${end(from)} to ${end(to)}`).join(' or '),
    days,
    rule.driving === 'any' ? '' : rule.driving === 'feasible' ? 'can be driven in time' : 'cannot be driven in time',
    rule.margin
      ? `${rule.margin.is === 'at_least' ? 'at least' : 'less than'} ${rule.margin.percent}% left at the ${rule.margin.at} price`
      : '',
    rule.week
      ? rule.week.is === 'below'
        ? `fewer than ${rule.week.count} taken that week`
        : `${rule.week.count} taken that week already`
      : '',
    rule.hold === 'any' ? '' : rule.hold === 'on_hold' ? 'customer on hold' : 'customer not on hold',
  ].filter(Boolean)
  return `${parts.length > 0 ? parts.join(', ') : 'every tender'}${rule.verdict === 'decline' && rule.reasonCode ? `; ${declineReasons[rule.reasonCode].toLowerCase()}` : ''}`
}

const daysWords = (days: number) => (days === 1 ? '1 day' : `${days} days`)
