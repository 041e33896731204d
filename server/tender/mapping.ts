import { inArray } from 'drizzle-orm'
import { refused } from '#core/decision/refusal'
import { isHandling, locationCode } from '#core/tender/codes-used'
import { tenderRefusals } from '#core/tender/refusals'
import type { Tender } from '#core/tender/tender'
import type { TenderMapping } from '#core/tender/to-load'
import type { Db } from '#server/db.server'
import { lastLoadOf } from '#server/load/last-load'
import { codesOf, isMapped } from '#server/partner/codes'
import { facility } from '#server/schema'
import type { Notice } from './rows'

export type Mapped =
  | { mapping: TenderMapping }
  | { refusal: { code: 'codes_not_mapped' | 'no_customer' | 'no_equipment'; message: string } }

/** What a notice's codes are with us, or which of them nobody has mapped yet. */
export function mappingOf(db: Db, notice: Notice): Mapped {
  const codes = codesOf(db, notice.id)
  const open = codes.filter((code) => !isMapped(code))
  if (open.length > 0) return refused(tenderRefusals, 'codes_not_mapped', { codes: open.map(({ code }) => code) })
  const customerId = codes.find(({ kind }) => kind === 'customer')?.customerId ?? notice.customerId
  if (customerId === null) return refused(tenderRefusals, 'no_customer')
  const equipment = codes.find(({ kind }) => kind === 'equipment')?.equipment ?? notice.tender.equipment.kind
  if (!equipment) return refused(tenderRefusals, 'no_equipment')
  const facilityIds = facilityIdsOf(
    notice.tender,
    new Map(
      codes.flatMap((code) =>
        code.kind === 'location' && code.facilityId !== null ? [[code.code, code.facilityId]] : [],
      ),
    ),
  )
  const bookings = new Map(
    db
      .select({ id: facility.id, booking: facility.booking })
      .from(facility)
      .where(inArray(facility.id, facilityIds))
      .all()
      .map((row) => [row.id, row.booking]),
  )
  return {
    mapping: {
      customerId,
      equipment,
      facilities: facilityIds.map((id) => ({ id, booking: bookings.get(id)! })),
      usual: lastLoadOf(db, customerId, equipment),
      practice: notice.practice,
    },
  }
}

function facilityIdsOf(tender: Tender, byCode: ReadonlyMap<string, number>): number[] {
  return tender.stops.filter(isHandling).map((stop) => {
    const id = byCode.get(locationCode(stop))
    if (id === undefined) throw new Error(`Location ${locationCode(stop)} of ${tender.shipmentId} is among no codes`)
    return id
  })
}
