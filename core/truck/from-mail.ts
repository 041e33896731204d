import { type MailTruck, truckConfidence } from '../mail/mail'
import { type TruckFacts, truckFactsSchema } from './truck'

/** A truck read from a mail as one that can be kept, with how sure it is; null where its trailer is not known or something in it cannot be. */
export function truckOfMail(truck: MailTruck): { facts: TruckFacts; confidence: number } | null {
  const { place, equipment, count, from, to, radiusMiles, destinations, avoids, lengthFt, weightLb, rate } = truck
  const read = truckFactsSchema.safeParse({
    ...place.value,
    equipment: equipment?.value,
    ...{ count: count.value, fromDay: from.value, toDay: to?.value ?? null, radiusMiles: radiusMiles?.value ?? null },
    destinations: destinations.map(({ value }) => value),
    avoids: avoids.map(({ value }) => value),
    ...{ lengthFt: lengthFt?.value ?? null, weightLb: weightLb ? Math.round(weightLb.value) : null },
    rateMinor: rate ? Math.round(Number(rate.value.amount) * 100) : null,
    rateBasis: rate?.value.basis ?? null,
  })
  return read.success ? { facts: read.data, confidence: truckConfidence(truck) } : null
}
