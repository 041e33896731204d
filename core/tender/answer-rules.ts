import { z } from 'zod'
import { equipmentKinds } from '../load/load'
import { daysAhead, type TenderFacts, type TenderPoint, tenderMargins } from './facts'
import { declineCodes } from './reasons'

export const ruleVerdicts = ['accept', 'decline', 'hand_over'] as const
export type RuleVerdict = (typeof ruleVerdicts)[number]

/** One end of a lane: nothing is anywhere, `ID` a state, `837` a postal beginning, `Boise, ID` a city. */
const endSchema = z
  .string()
  .trim()
  .max(60)
  .regex(
    /^$|^[A-Za-z]{2}$|^\d{3,5}$|^[A-Za-z]\d[A-Za-z]$|^.+,\s*[A-Za-z]{2}$/,
    'A state (ID), a postal beginning (837) or a city with its state (Boise, ID)',
  )

/** A customer's rule: what it wants to be true of a tender, and what it answers then. */
export const answerRuleSchema = z
  .object({
    name: z.string().trim().min(3, 'Name the rule').max(80),
    verdict: z.enum(ruleVerdicts),
    reasonCode: z.enum(declineCodes).nullable().default(null),
    lanes: z
      .array(z.object({ from: endSchema, to: endSchema }))
      .max(40)
      .default([]),
    equipment: z.array(z.enum(equipmentKinds)).default([]),
    minDays: z.number().min(0).max(120).nullable().default(null),
    maxDays: z.number().min(0).max(120).nullable().default(null),
    driving: z.enum(['any', 'feasible', 'not_feasible']).default('any'),
    margin: z
      .object({
        at: z.enum(['middle', 'high']),
        is: z.enum(['at_least', 'below']),
        percent: z.number().min(-100).max(100),
      })
      .nullable()
      .default(null),
    /** Loads of this customer accepted in the tender's pickup week. */
    week: z
      .object({ is: z.enum(['below', 'reached']), count: z.number().int().min(0).max(10_000) })
      .nullable()
      .default(null),
    hold: z.enum(['any', 'on_hold', 'free']).default('any'),
  })
  .refine((rule) => rule.verdict !== 'decline' || rule.reasonCode !== null, {
    path: ['reasonCode'],
    message: 'Say with which reason',
  })
  .refine((rule) => rule.minDays === null || rule.maxDays === null || rule.minDays <= rule.maxDays, {
    path: ['maxDays'],
    message: 'The days are upside down',
  })
export type AnswerRule = z.infer<typeof answerRuleSchema>

export interface RuleContext {
  /** When the tender arrived. */
  at: number
  takenThisWeek: number
  onHold: boolean
  /** Codes of the partner that nobody has mapped yet. */
  unknownCodes: number
  /** Codes mapped to a facility far from where the tender says. */
  misplacedCodes: number
}

export interface RuleAnswer {
  verdict: RuleVerdict
  rule: AnswerRule | null
  /** Why a rule that would accept was not followed. */
  kept: string | null
}

/**
 * What the rules answer: the first one whose every condition holds. Nothing is accepted by itself that cannot be judged: with a code
 * nobody has mapped, without a charge, lane or drive that is known, or for a customer on hold, it is handed over and says why.
 */
export function answerBy(rules: readonly AnswerRule[], facts: TenderFacts, context: RuleContext): RuleAnswer {
  const rule = rules.find((each) => conditions(each, facts, context)) ?? null
  if (!rule) return { verdict: 'hand_over', rule: null, kept: null }
  const kept = rule.verdict === 'accept' ? cannotAccept(facts, context) : null
  return kept === null ? { verdict: rule.verdict, rule, kept } : { verdict: 'hand_over', rule, kept }
}

function cannotAccept(facts: TenderFacts, { onHold, unknownCodes, misplacedCodes }: RuleContext): string | null {
  if (onHold) return 'the customer is on hold'
  if (unknownCodes > 0) return unknownCodes === 1 ? 'a code is new' : `${unknownCodes} codes are new`
  if (misplacedCodes > 0) return 'a facility of ours is not where it says'
  if (!facts.origin || !facts.dest || facts.equipment === null) return 'its lane or equipment is not known'
  if (facts.chargeMinor === null) return 'it names no charge'
  if (facts.lateMs === null) return 'the drive time is unknown'
  return facts.lateMs > 0 ? 'it cannot be driven in time' : null
}

function conditions(rule: AnswerRule, facts: TenderFacts, { at, takenThisWeek, onHold }: RuleContext): boolean {
  const days = daysAhead(facts, at)
  if (rule.lanes.length > 0 && !rule.lanes.some((lane) => isEnd(lane.from, facts.origin) && isEnd(lane.to, facts.dest)))
    return false
  if (rule.equipment.length > 0 && (facts.equipment === null || !rule.equipment.includes(facts.equipment))) return false
  if (rule.minDays !== null && (days === null || days < rule.minDays)) return false
  if (rule.maxDays !== null && (days === null || days > rule.maxDays)) return false
  if (rule.driving !== 'any' && (facts.lateMs === null || (facts.lateMs === 0) !== (rule.driving === 'feasible')))
    return false
  if (rule.margin && !marginIs(rule.margin, facts)) return false
  if (rule.week && takenThisWeek < rule.week.count !== (rule.week.is === 'below')) return false
  return rule.hold === 'any' || onHold === (rule.hold === 'on_hold')
}

function isEnd(said: string, point: TenderPoint | null): boolean {
  if (said === '') return true
  if (!point) return false
  if (/^[A-Za-z]{2}$/.test(said)) return said.toUpperCase() === point.region
  if (!said.includes(',')) return point.postal.startsWith(said.toUpperCase())
  const [city, region] = said.split(',').map((part) => part.trim().toLowerCase())
  return city === point.city.toLowerCase() && region === point.region.toLowerCase()
}

function marginIs(wanted: NonNullable<AnswerRule['margin']>, facts: TenderFacts): boolean {
  const margins = tenderMargins(facts)
  if (!margins) return false
  const { percent } = margins[wanted.at]
  return wanted.is === 'at_least' ? percent >= wanted.percent : percent < wanted.percent
}

/** A tender of the past: what it came to, what was answered, and what the load made of it. */
export interface PastTender {
  facts: TenderFacts
  receivedAt: number
  answered: 'accepted' | 'declined' | 'lapsed' | 'withdrawn'
  /** Margin of the load that came of it, once it had a carrier. */
  marginMinor: number | null
}

export interface TryOut {
  tenders: number
  accepted: {
    count: number
    sellMinor: number
    middleMinor: number /** Those that became covered loads, and their margin. */
    loads: number
    loadsMarginMinor: number
    declinedThen: number
  }
  declined: { count: number; acceptedThen: number; lostMarginMinor: number }
  handedOver: number
  /** How many each rule would have answered, in the rules' order. */
  byRule: number[]
}

/** What the rules would have answered to past tenders, oldest first; the week's volume is what would have been taken by them and by people. */
export function tryOut(
  rules: readonly AnswerRule[],
  past: readonly PastTender[],
  weekOf: (at: number) => string,
): TryOut {
  const result: TryOut = {
    tenders: past.length,
    accepted: { count: 0, sellMinor: 0, middleMinor: 0, loads: 0, loadsMarginMinor: 0, declinedThen: 0 },
    declined: { count: 0, acceptedThen: 0, lostMarginMinor: 0 },
    handedOver: 0,
    byRule: rules.map(() => 0),
  }
  const taken = new Map<string, number>()
  for (const each of past.toSorted((one, other) => one.receivedAt - other.receivedAt)) {
    const week = weekOf(each.facts.pickupAt ?? each.receivedAt)
    const { verdict, rule } = answerBy(rules, each.facts, {
      at: each.receivedAt,
      takenThisWeek: taken.get(week) ?? 0,
      onHold: false,
      unknownCodes: 0,
      misplacedCodes: 0,
    })
    if (rule && verdict === rule.verdict) result.byRule[rules.indexOf(rule)]!++
    if (verdict === 'accept' || (verdict === 'hand_over' && each.answered === 'accepted'))
      taken.set(week, (taken.get(week) ?? 0) + 1)
    if (verdict === 'accept') countAccepted(result.accepted, each)
    else if (verdict === 'decline') {
      result.declined.count++
      if (each.answered === 'accepted') result.declined.acceptedThen++
      result.declined.lostMarginMinor += each.marginMinor ?? 0
    } else result.handedOver++
  }
  return result
}

function countAccepted(accepted: TryOut['accepted'], { facts, answered, marginMinor }: PastTender): void {
  accepted.count++
  accepted.sellMinor += facts.chargeMinor ?? 0
  accepted.middleMinor += tenderMargins(facts)?.middle.amountMinor ?? 0
  if (answered !== 'accepted') accepted.declinedThen++
  if (marginMinor !== null) {
    accepted.loads++
    accepted.loadsMarginMinor += marginMinor
  }
}
