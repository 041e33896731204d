import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { marginRuleSchema } from '#core/quote/margin-rule'
import { type Db, inTransaction } from '#server/db.server'
import { customer, fuelTable } from '#server/schema'

/** How a customer is priced: their own margin rule or the desk's (null), their fuel table, and whether miles stand on their paper. */
export const customerPricingSchema = z.object({
  rule: marginRuleSchema.nullable(),
  fuelTableId: z.number().int().positive().nullable(),
  showMiles: z.boolean(),
})
export type CustomerPricing = z.infer<typeof customerPricingSchema>

/** Changes how a customer is priced; lines priced before keep their prices until they are repriced. */
export function setCustomerPricing(
  db: Db,
  customerId: number,
  { rule, fuelTableId, showMiles }: CustomerPricing,
): { done: true } | { refusal: { code: 'no_such_customer' | 'no_such_table'; message: string } } {
  return inTransaction(db, () => {
    if (
      fuelTableId !== null &&
      !db.select({ id: fuelTable.id }).from(fuelTable).where(eq(fuelTable.id, fuelTableId)).get()
    )
      return { refusal: { code: 'no_such_table' as const, message: 'There is no such fuel table.' } }
    const { changes } = db
      .update(customer)
      .set({
        marginPercentE2: rule?.percentE2 ?? null,
        marginFloorMinor: rule?.floorMinor ?? null,
        marginCapMinor: rule?.capMinor ?? null,
        fuelTableId,
        showMiles,
      })
      .where(eq(customer.id, customerId))
      .run()
    return changes === 1
      ? { done: true as const }
      : { refusal: { code: 'no_such_customer' as const, message: 'There is no such customer.' } }
  })
}
