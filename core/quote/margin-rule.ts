import { z } from 'zod'

/** What is kept of a sell price: a share of it, never less than a floor, never more than a cap. */
export const marginRuleSchema = z
  .object({
    /** Hundredths of a percent of the sell price: 1400 is 14%. */
    percentE2: z.number('Give the percent').int().min(0).max(6000, 'Over 60% of the sell price'),
    floorMinor: z.number().int().min(0).max(10_000_00).nullable().default(null),
    capMinor: z.number().int().min(0).max(50_000_00).nullable().default(null),
  })
  .refine((rule) => rule.floorMinor === null || rule.capMinor === null || rule.floorMinor <= rule.capMinor, {
    path: ['capMinor'],
    message: 'The cap is under the floor',
  })
export type MarginRule = z.infer<typeof marginRuleSchema>

/** What the desk keeps where nothing is said of a customer. */
export const usualMarginRule: MarginRule = { percentE2: 1400, floorMinor: 120_00, capMinor: null }

/**
 * The all-in sell price for a cost by a rule, in whole steps of `stepMinor`: rounded up, so that the floor holds, unless
 * that would pass the cap.
 */
export function sellFor(costMinor: number, rule: MarginRule, stepMinor = 500): number {
  const share = costMinor / (1 - rule.percentE2 / 10_000) - costMinor
  const kept = Math.min(Math.max(share, rule.floorMinor ?? 0), rule.capMinor ?? Number.POSITIVE_INFINITY)
  const up = Math.ceil(Math.round(costMinor + kept) / stepMinor) * stepMinor
  return rule.capMinor !== null && up - costMinor > rule.capMinor ? Math.max(costMinor, up - stepMinor) : up
}
