import { expect, test } from 'vitest'
import { LinkIndex } from '#core/carrier-links/carrier-link-index'
import { linkFactsOf } from '#core/carrier-links/carrier-links'
import { sharedFacts } from '#core/carrier-links/shared'
import { registerRecordSchema } from '#core/register/register'
import { carrierToVetSchema } from '#core/vetting/facts'
import { usualPolicy } from '#core/vetting/usual-policy'
import { vet } from '#core/vetting/vetting'
import { census } from '../stand-ins/register/census'
import { plantCrooks } from '../stand-ins/register/crooks'
import { tieHonestOnes } from '../stand-ins/register/ties'

const today = '2026-11-24'

test('most planted crooks are found, and most who are suspected are crooks, among honest carriers that share things too', () => {
  const made = census(5, 6000, today)
  tieHonestOnes(made, 7, today)
  const crooks = plantCrooks(made, 6, today)
  const records = made.map((each) => registerRecordSchema.parse(each))
  const byNumber = new Map(records.map((record) => [record.dotNumber, record]))
  const index = new LinkIndex()
  for (const record of records) index.set(record.dotNumber, linkFactsOf(record))
  const closedOn = (dot: string) =>
    byNumber.get(dot)!.authorities.find((each) => each.status === 'revoked')?.revokedOn ?? null
  const shared = (dot: string) =>
    sharedFacts(
      index.factsOf(dot),
      ({ kind, key }) =>
        index
          .holders(kind, key)
          .map((other) => ({ name: byNumber.get(other)!.legalName, dotNumber: other, closedOn: closedOn(other) })),
      dot,
    )
  const mayCarry = records.filter((record) => record.authorities[0]?.status === 'active')
  const suspected = mayCarry.filter((register) => {
    const carrier = carrierToVetSchema.parse({
      name: register.legalName,
      register,
      identity: { shared: shared(register.dotNumber) },
    })
    return vet({ carrier, load: null, today }, usualPolicy).signs.reduce((sum, { weight }) => sum + weight, 0) >= 5
  })
  const right = suspected.filter(({ dotNumber }) => crooks.has(dotNumber)).length
  const [recall, precision] = [right / crooks.size, right / suspected.length]
  console.log(
    `planted crooks: ${crooks.size} among ${made.length}; recall ${(recall * 100).toFixed(1)}%, precision ${(precision * 100).toFixed(1)}%`,
  )
  expect(recall).toBeGreaterThan(0.9)
  expect(precision).toBeGreaterThan(0.75)
  expect(precision).toBeLessThan(1)
})
