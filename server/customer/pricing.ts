import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { marginRuleSchema } from '#core/quote/margin-rule'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Outcome, outcome, run } from '#server/kernel/run'
import { fuelTable } from '#server/schema'
import { customerSubject, type ServerCommand } from './subject'

/** How a customer is priced: their own margin rule or the desk's (null), their fuel table, and whether their documents show miles. */
export const customerPricingSchema = z.object({
  rule: marginRuleSchema.nullable(),
  fuelTableId: z.number().int().positive().nullable(),
  showMiles: z.boolean(),
})
export type CustomerPricing = z.infer<typeof customerPricingSchema>

/** Changes how a customer is priced; lines priced before keep their prices until they are repriced. */
export const setCustomerPricing = (
  db: Db,
  customerId: number,
  { rule, fuelTableId, showMiles }: CustomerPricing,
  act: Act,
): Outcome =>
  outcome(
    run(
      db,
      customerSubject,
      customerId,
      (): ServerCommand => ({
        kind: 'set_pricing',
        fuelTable: tableOf(db, fuelTableId),
        hasOwnMargin: rule !== null,
        showsMiles: showMiles,
        columns: {
          marginPercentE2: rule?.percentE2 ?? null,
          marginFloorMinor: rule?.floorMinor ?? null,
          marginCapMinor: rule?.capMinor ?? null,
          fuelTableId,
          showMiles,
        },
      }),
      act,
    ),
  )

function tableOf(db: Db, fuelTableId: number | null): { name: string } | 'missing' | null {
  if (fuelTableId === null) return null
  return db.select({ name: fuelTable.name }).from(fuelTable).where(eq(fuelTable.id, fuelTableId)).get() ?? 'missing'
}
