import { inArray } from 'drizzle-orm'
import { isHandling, locationCode } from '#core/tender/codes-used'
import { type MappedPlace, type MisplacedCode, misplacedAmong } from '#core/tender/misplaced-codes'
import type { Tender } from '#core/tender/tender'
import type { Db } from '#server/db.server'
import type { PartnerCode } from '#server/partner/codes'
import { facility } from '#server/schema'
import { placeOfStop } from '#server/tender-facts/assess'

/** Which of a tender's codes are mapped to a facility far from where the tender says it is. */
export function findMisplacedCodes(db: Db, tender: Tender, codes: readonly PartnerCode[]): MisplacedCode[] {
  const mapped = codes.flatMap((code) =>
    code.kind === 'location' && code.facilityId !== null ? [{ ...code, facilityId: code.facilityId }] : [],
  )
  if (mapped.length === 0) return []
  const facilities = new Map(
    db
      .select()
      .from(facility)
      .where(
        inArray(
          facility.id,
          mapped.map(({ facilityId }) => facilityId),
        ),
      )
      .all()
      .map((each) => [each.id, each]),
  )
  return misplacedAmong(
    mapped.flatMap(({ id, code, facilityId }): MappedPlace[] => {
      const stop = tender.stops.find((each) => isHandling(each) && locationCode(each) === code)
      const stated = stop && placeOfStop(stop)
      return stated && 'place' in stated
        ? [{ codeId: id, code, facility: facilities.get(facilityId)!, stated: stated.place }]
        : []
    }),
  )
}
