import { readPieceSize, readUnNumber } from '#core/load/freight'
import type { LoadTerms } from '#core/load/load'
import type { StopTerms } from '#core/load/stop'
import type { FormValues, StopValues } from './form-fields'

/** A whole number as typed, `41,200`; null where nothing is, NaN where it is none, for the schema to name. */
export const wholeNumber = (typed: string): number | null =>
  typed.trim() === '' ? null : Number(typed.replaceAll(',', ''))

export const numberText = (value: number | null): string => (value === null ? '' : String(value))

/** What a stop says beside its place and time, as its fields hold it. A copy has numbers of its own. */
export const stopDetailsFrom = (stop: StopTerms, { isCopy }: { isCopy: boolean }) => ({
  access: stop.access,
  contactName: stop.contactName,
  contactPhone: stop.contactPhone,
  driverNote: stop.driverNote,
  pieces: numberText(stop.pieces),
  weightLb: numberText(stop.weightLb),
  references: isCopy ? [] : stop.references,
})

export const stopDetailTerms = (stop: StopValues) => ({
  access: stop.access,
  contactName: stop.contactName,
  contactPhone: stop.contactPhone,
  driverNote: stop.driverNote,
  pieces: wholeNumber(stop.pieces),
  weightLb: wholeNumber(stop.weightLb),
  references: stop.references,
})

/** The freight and who else has to do with the load, as the fields hold it. Links are of one load: a copy has none. */
export const loadDetailsFrom = (terms: LoadTerms, payer: FormValues['payer'], { isCopy }: { isCopy: boolean }) => ({
  hazmat: terms.hazmat,
  unNumber: terms.unNumber ?? '',
  partial: terms.partial,
  pieces: numberText(terms.pieces),
  pieceUnit: terms.pieceUnit,
  pieceSize: terms.pieceSizeIn ?? '',
  stackable: terms.stackable,
  payer,
  customsBroker: terms.customsBroker,
  customsBrokerPhone: terms.customsBrokerPhone,
  dispatcher: numberText(terms.dispatcherId),
  repShares: terms.repShares.map(({ userId, sharePercent }) => ({
    userId: String(userId),
    sharePercent: String(sharePercent),
  })),
  links: isCopy ? [] : terms.links,
})

export const loadDetailTerms = (values: FormValues) => ({
  hazmat: values.hazmat,
  unNumber: values.hazmat ? readUnNumber(values.unNumber) : null,
  partial: values.partial,
  pieces: wholeNumber(values.pieces),
  pieceUnit: values.pieceUnit,
  pieceSizeIn: readPieceSize(values.pieceSize),
  stackable: values.stackable,
  payerId: values.payer?.id ?? null,
  customsBroker: values.customsBroker,
  customsBrokerPhone: values.customsBrokerPhone,
  dispatcherId: wholeNumber(values.dispatcher),
  repShares: values.repShares.map(({ userId, sharePercent }) => ({
    userId: wholeNumber(userId) ?? undefined,
    sharePercent: wholeNumber(sharePercent) ?? undefined,
  })),
  links: values.links,
})
