import { and, asc, eq, getTableColumns } from 'drizzle-orm'
import type { LoadTerms } from '#core/load/load'
import type { Reference } from '#core/load/reference'
import type { StopTerms } from '#core/load/stop'
import type { Db } from '#server/db.server'
import { charge, load, loadLink, note, reference, repShare, stop } from '#server/schema'

/** A load's terms as the form holds them; null where there is no such load. */
export function readTerms(db: Db, loadId: number): LoadTerms | null {
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  if (!row) return null
  const references = referencesOf(db, loadId)
  return {
    customerId: row.customerId,
    equipment: row.equipment,
    lengthFt: row.lengthFt,
    tempMinF: row.tempMinF,
    tempMaxF: row.tempMaxF,
    team: row.team,
    commodity: row.commodity,
    commodityHidden: row.commodityHidden,
    weightLb: row.weightLb,
    pallets: row.pallets,
    hazmat: row.hazmat,
    unNumber: row.unNumber,
    partial: row.partial,
    pieces: row.pieces,
    pieceUnit: row.pieceUnit,
    pieceSizeIn: row.pieceSizeIn,
    stackable: row.stackable,
    payerId: row.payerId,
    customsBroker: row.customsBroker,
    customsBrokerPhone: row.customsBrokerPhone,
    dispatcherId: row.dispatcherId,
    repShares: sharesOf(db, loadId),
    links: linksOf(db, loadId),
    freightValueMinor: row.freightValueMinor,
    practice: row.practice,
    stops: stopTermsOf(db, loadId, references),
    references: references.filter(({ stopSequence }) => stopSequence === null).map(asTyped),
    notes: db
      .select({ audience: note.audience, text: note.text })
      .from(note)
      .where(eq(note.loadId, loadId))
      .orderBy(asc(note.id))
      .all(),
    sellCharges: db
      .select({
        kind: charge.kind,
        basis: charge.basis,
        rateE4: charge.rateE4,
        quantity: charge.quantity,
        currency: charge.currency,
        note: charge.note,
        day: charge.day,
      })
      .from(charge)
      .where(and(eq(charge.loadId, loadId), eq(charge.side, 'sell')))
      .orderBy(asc(charge.id))
      .all(),
  }
}

const referencesOf = (db: Db, loadId: number) =>
  db
    .select({
      kind: reference.kind,
      name: reference.name,
      value: reference.value,
      showOn: reference.showOn,
      stopSequence: reference.stopSequence,
    })
    .from(reference)
    .where(eq(reference.loadId, loadId))
    .orderBy(asc(reference.id))
    .all()

type StoredReference = ReturnType<typeof referencesOf>[number]

const asTyped = ({ stopSequence: _, ...typed }: StoredReference): Reference => typed

function stopTermsOf(db: Db, loadId: number, references: StoredReference[]): StopTerms[] {
  const { loadId: _, ...columns } = getTableColumns(stop)
  return db
    .select(columns)
    .from(stop)
    .where(eq(stop.loadId, loadId))
    .orderBy(asc(stop.sequence))
    .all()
    .map(({ sequence, ...own }) => ({
      ...own,
      references: references.filter(({ stopSequence }) => stopSequence === sequence).map(asTyped),
    }))
}

const sharesOf = (db: Db, loadId: number) =>
  db
    .select({ userId: repShare.userId, sharePercent: repShare.sharePercent })
    .from(repShare)
    .where(eq(repShare.loadId, loadId))
    .orderBy(asc(repShare.userId))
    .all()

const linksOf = (db: Db, loadId: number) =>
  db
    .select({ label: loadLink.label, url: loadLink.url })
    .from(loadLink)
    .where(eq(loadLink.loadId, loadId))
    .orderBy(asc(loadLink.id))
    .all()
