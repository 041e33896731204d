import { readFileSync } from 'node:fs'
import { type MailOffer, type MailTruck, mailKind } from '#core/mail/mail'
import { placeFinder } from '#core/mail/place-finder'
import { readMailFacts } from '#core/mail/read-mail'
import { gazetteer } from '#server/atlas.server'
import { inputOfMail, readMail } from '#server/read/read-mail'

const truckLine = (truck: MailTruck) => ({
  ...{ city: truck.place.value.city, region: truck.place.value.region, equipment: truck.equipment?.value ?? null },
  ...{ count: truck.count.value, from: truck.from.value, to: truck.to?.value ?? null },
  radius: truck.radiusMiles?.value ?? null,
  destinations: truck.destinations.map(({ value }) => value),
  ...{
    lengthFt: truck.lengthFt?.value ?? null,
    weightLb: truck.weightLb?.value ?? null,
    rate: truck.rate?.value ?? null,
  },
})

const offerLine = (offer: MailOffer) => ({
  reference: offer.reference?.value ?? null,
  ...{ amount: offer.amount.value, currency: offer.currency, basis: offer.basis },
  ...{ origin: offer.origin?.value ?? null, destination: offer.destination?.value ?? null },
  ...{ pickup: offer.pickup?.value ?? null, expires: offer.expires?.value ?? null },
})

/** Prints what each message says of trucks and prices, a line for each. The exit status: 0, 1 where one could not be read. */
export async function answerMails(files: readonly string[]): Promise<number> {
  const finder = placeFinder(gazetteer())
  let failed = false
  for (const file of files) {
    try {
      const mail = await readMail(readFileSync(file))
      const facts = readMailFacts(inputOfMail(mail, new Date().toISOString().replace(/\.\d+Z$/, '+00:00')), finder)
      const [trucks, offers] = [facts.trucks.map(truckLine), facts.offers.map(offerLine)]
      process.stdout.write(`${JSON.stringify({ file, kind: mailKind(facts), trucks, offers })}\n`)
    } catch (error) {
      failed = true
      const message = error instanceof Error ? error.message : 'unknown'
      const code = (error as { code?: string }).code === 'ENOENT' ? 'no_file' : 'not_readable'
      process.stdout.write(`${JSON.stringify({ file, error: { code, message } })}\n`)
    }
  }
  return failed ? 1 : 0
}
