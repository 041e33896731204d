import { mkdirSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { usualStatusCodes } from '#core/tender/partner'
import { type Habit, habits, sampleFile, tenderSegments } from '#core/x12/testing'
import type { Segment } from '#core/x12/x12'
import type { Db } from '#server/db.server'
import { mailboxOf } from '#server/partner/folder'
import { findPartner, type Partner } from '#server/partner/partners'
import { exchange, partner, partnerCode } from '#server/schema'

/** A partner of the test world by the ids of the sample files; its customer is the world's first. */
export function addPartner(db: Db, over: Partial<typeof partner.$inferInsert> = {}): Partner {
  const row = db
    .insert(partner)
    .values({
      name: 'Snowmelt Potato Growers',
      customerId: 1,
      transport: 'folder',
      address: 'snowmelt',
      theirQualifier: 'ZZ',
      theirId: 'SNOWMELT',
      theirGroup: 'SNOWMELT',
      ourQualifier: 'ZZ',
      ourId: 'PLOVERROOK',
      ourGroup: 'PLOVERROOK',
      scac: 'PLRK',
      delimiters: { element: '*', component: '>', repetition: null, segment: '~', lineEnd: '' },
      documents: ['204', '990', '214', '210', '997'],
      statusCodes: usualStatusCodes,
      allowPrivate: true,
      ...over,
    })
    .returning({ id: partner.id })
    .get()
  return findPartner(db, row.id)!
}

/** Says what the codes of the sample tender are. */
export function mapSampleCodes(db: Db, partnerId: number): void {
  const mapped = { partnerId, firstSeenAt: 0, mappedBy: 'Ruth Amsel', mappedAt: 0 }
  db.insert(partnerCode)
    .values([
      { ...mapped, kind: 'customer', code: 'SNOW01', customerId: 1 },
      { ...mapped, kind: 'location', code: 'S4', facilityId: 1 },
      { ...mapped, kind: 'location', code: 'H9', facilityId: 2 },
      { ...mapped, kind: 'equipment', code: 'RT', equipment: 'reefer' },
    ])
    .run()
}

/** The sample tender with another shipment, purpose or charge. */
export const tenderOf = (
  shipmentId: string,
  over: { purpose?: string; charge?: string; respondBy?: string; pickup?: [string, string] } = {},
): Segment[] =>
  tenderSegments.map((segment): Segment => {
    if (segment[0] === 'B2') return segment.with(4, shipmentId)
    if (segment[0] === 'B2A') return ['B2A', over.purpose ?? '00', 'LT']
    if (segment[0] === 'L3' && over.charge) return segment.with(5, over.charge)
    if (segment[0] === 'G62' && segment[1] === '64' && over.respondBy)
      return segment.with(2, over.respondBy.slice(0, 8)).with(4, over.respondBy.slice(8))
    if (segment[0] === 'G62' && segment[1] === '10' && over.pickup) return segment.with(4, over.pickup[0])
    if (segment[0] === 'G62' && segment[1] === '38' && over.pickup) return segment.with(4, over.pickup[1])
    return segment
  })

/** A file of tenders, as the partner would send it. */
export const fileOf = (control: number, ...sets: Segment[][]): Buffer =>
  Buffer.from(
    sampleFile(
      sets.map((segments, at) => ({ type: '204', segments, control: String(at + 1).padStart(4, '0') })),
      habits[0] as Habit,
      { control: String(control).padStart(9, '0') },
    ),
    'latin1',
  )

/** What went out to anybody, as text, oldest first. */
export const sentTexts = (db: Db): string[] =>
  db
    .select({ raw: exchange.raw, direction: exchange.direction })
    .from(exchange)
    .all()
    .filter(({ direction }) => direction === 'out')
    .map(({ raw }) => raw.toString('latin1'))

/** A partner's own side of its mailbox folder. */
export function mailboxSide(of: Partner) {
  const box = mailboxOf(of)
  return {
    put(name: string, bytes: Buffer): void {
      mkdirSync(box.in, { recursive: true })
      writeFileSync(join(box.in, `.${name}`), bytes)
      renameSync(join(box.in, `.${name}`), join(box.in, name))
    },
    waiting: (): string[] => readdirSync(box.in),
    archived: (): string[] => readdirSync(box.archive),
    got: (): string[] => readdirSync(box.out).map((name) => readFileSync(join(box.out, name), 'latin1')),
  }
}
