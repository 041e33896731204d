import { expect, test } from 'vitest'
import type { CarrierToVet, LoadToVet } from './facts'
import { load, today } from './testing'
import { usualPolicy } from './usual-policy'
import { vet } from './vetting'

/** The severity and code of every reason of a verdict by the usual policy. */
export const codes = (who: CarrierToVet, what: LoadToVet | null = load(), on = today) =>
  vet({ carrier: who, load: what, today: on }, usualPolicy).reasons.map((reason) => `${reason.severity} ${reason.code}`)

type Case = [string, string[], CarrierToVet, (LoadToVet | null)?, string?]

/** One test for each case: its title, the codes expected, the carrier, the load (null for none) and the day. */
export const cases = (table: Case[]) =>
  test.each(table)('%s: %j', (_, expected, who, what, on) =>
    expect(codes(who, what === undefined ? load() : what, on ?? today)).toEqual(expected),
  )
