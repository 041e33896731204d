import { nameKey } from '../../place/name-key'
import type { MailFacts, MailInput, MailOffer, MailTruck } from '../mail'
import type { PlaceFinder } from '../place-finder'
import { readMailFacts } from '../read-mail'
import type { Sample, SampleOffer, SampleTruck } from './sample'

/** What was found of what there is. */
export interface Score {
  right: number
  found: number
  there: number
  precision: number
  recall: number
  f1: number
}

export const scoreOf = (right: number, found: number, there: number): Score => {
  const [precision, recall] = [found === 0 ? 1 : right / found, there === 0 ? 1 : right / there]
  return {
    right,
    found,
    there,
    precision,
    recall,
    f1: precision + recall === 0 ? 0 : (2 * precision * recall) / (precision + recall),
  }
}

/** A sample as the reader is given it. */
export const inputOf = ({ from, subject, sentAt, text, html, sheets }: Sample): MailInput => ({
  sender: { name: from.replace(/ ?<.*/, ''), address: /<(.+)>/.exec(from)?.[1] ?? from },
  ...{ subject, sentAt, text: text ?? '', html: html ?? '', sheets: sheets ?? [] },
})

/** A truck as the truth of a sample is written. */
export const plainTruck = (truck: MailTruck): Omit<SampleTruck, 'equipment'> & { equipment: string | null } => ({
  ...{ city: truck.place.value.city, region: truck.place.value.region, equipment: truck.equipment?.value ?? null },
  ...{ count: truck.count.value, from: truck.from.value, to: truck.to?.value ?? null },
  ...{ radius: truck.radiusMiles?.value ?? null, destinations: truck.destinations.map(({ value }) => value) },
  ...{
    lengthFt: truck.lengthFt?.value ?? null,
    weightLb: truck.weightLb?.value ?? null,
    rate: truck.rate?.value ?? null,
  },
})

/** An offer as the truth of a sample is written. */
export const plainOffer = (offer: MailOffer): SampleOffer => ({
  ...{
    reference: offer.reference?.value ?? null,
    amount: offer.amount.value,
    currency: offer.currency,
    basis: offer.basis,
  },
  ...{ origin: offer.origin?.value ?? null, destination: offer.destination?.value ?? null },
  ...{ pickup: offer.pickup?.value ?? null, expires: offer.expires?.value ?? null },
})

const amountOf = (rate: { amount: string; basis: string } | null) => rate && `${Number(rate.amount)} ${rate.basis}`

/** What a truck is: where, what, when, how many. */
export const truckKey = (
  truck: Pick<SampleTruck, 'city' | 'region' | 'count' | 'from'> & { equipment: string | null },
): string => [nameKey(truck.city), truck.region, truck.equipment, truck.from, truck.count].join('|')

/** All that is said of a truck. */
export const wholeTruck = (truck: ReturnType<typeof plainTruck> | SampleTruck): string =>
  [
    truckKey(truck),
    truck.to,
    truck.radius,
    truck.destinations.map(nameKey).toSorted().join(' '),
    truck.lengthFt,
    truck.weightLb,
    amountOf(truck.rate),
  ].join('|')

/** Towns are the same however their name is shortened. */
const townKey = (town: string | null) => town && nameKey(town)

/** What an offer is: for what, how much. */
export const offerKey = (offer: SampleOffer): string =>
  [
    offer.reference,
    Number(offer.amount),
    offer.currency,
    offer.basis,
    townKey(offer.origin),
    townKey(offer.destination),
  ].join('|')
export const wholeOffer = (offer: SampleOffer): string =>
  [offerKey(offer), offer.pickup, offer.expires && Date.parse(offer.expires)].join('|')

/** How many of the one list stand in the other, each once. */
export function common(found: readonly string[], there: readonly string[]): number {
  const left = [...there]
  return found.filter((each) => {
    const at = left.indexOf(each)
    if (at >= 0) left.splice(at, 1)
    return at >= 0
  }).length
}

/** What a reader finds in these mails, held against what is in them. */
export function score(samples: readonly Sample[], finder: PlaceFinder) {
  const sums = { trucks: [0, 0, 0], wholeTrucks: [0, 0, 0], offers: [0, 0, 0], wholeOffers: [0, 0, 0] }
  const wrong: { sample: Sample; facts: MailFacts }[] = []
  let outOfNothing = 0
  for (const sample of samples) {
    const facts = readMailFacts(inputOf(sample), finder)
    const [trucks, offers] = [facts.trucks.map(plainTruck), facts.offers.map(plainOffer)]
    const add = (sum: number[], found: string[], there: string[]) => {
      const right = common(found, there)
      for (const [at, count] of [right, found.length, there.length].entries()) sum[at]! += count
      return right === found.length && right === there.length
    }
    const isRight = [
      add(sums.trucks, trucks.map(truckKey), sample.trucks.map(truckKey)),
      add(sums.wholeTrucks, trucks.map(wholeTruck), sample.trucks.map(wholeTruck)),
      add(sums.offers, offers.map(offerKey), sample.offers.map(offerKey)),
      add(sums.wholeOffers, offers.map(wholeOffer), sample.offers.map(wholeOffer)),
    ].every(Boolean)
    if (!isRight) wrong.push({ sample, facts })
    if (sample.trucks.length + sample.offers.length === 0) outOfNothing += trucks.length + offers.length
  }
  const scored = (sum: number[]) => scoreOf(sum[0]!, sum[1]!, sum[2]!)
  return {
    ...{ trucks: scored(sums.trucks), wholeTrucks: scored(sums.wholeTrucks) },
    ...{ offers: scored(sums.offers), wholeOffers: scored(sums.wholeOffers), outOfNothing, wrong },
  }
}
