import { inArray } from 'drizzle-orm'
import { isHandling, locationCode } from '#core/tender/codes-used'
import { type MappedPlace, type Stray, straysAmong } from '#core/tender/strays'
import type { Tender } from '#core/tender/tender'
import type { Db } from '#server/db.server'
import type { PartnerCode } from '#server/partner/codes'
import { facility } from '#server/schema'
import { placeOfStop } from '#server/tender-facts/assess'

/** Which of a tender's codes are mapped to a facility far from where the tender says it is. */
export function findStrays(db: Db, tender: Tender, codes: readonly PartnerCode[]): Stray[] {
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
  return straysAmong(
    mapped.flatMap(({ id, code, facilityId }): MappedPlace[] => {
      const stop = tender.stops.find((each) => isHandling(each) && locationCode(each) === code)
      const told = stop && placeOfStop(stop)
      return told && 'place' in told
        ? [{ codeId: id, code, facility: facilities.get(facilityId)!, told: told.place }]
        : []
    }),
  )
}
