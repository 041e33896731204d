import type { Tender, TenderStop } from '../tender/tender'
import { equipmentCodes } from './codes'
import { centsWords, note, orNull, pounds, type Reading, whole } from './tender-reading'
import type { Segment } from './x12'

/** Reads N7: the trailer’s kind, length and temperature. Returns whether all of it was understood. */
export function readEquipment({ tender }: Reading, segment: Segment): boolean {
  const [code, temperature, length] = [orNull(segment[11]), orNull(segment[13]), orNull(segment[15])]
  const { equipment } = tender
  equipment.code ??= code
  equipment.kind ??= (code && equipmentCodes[code]) || null
  if (length && /^\d{3,5}$/.test(length)) equipment.lengthFt ??= feetOf(length)
  const degrees =
    temperature && /^([+-]?\d+(?:\.\d)?)\s*[FC]?(?:\s*(?:-|\/|to)\s*([+-]?\d+(?:\.\d)?))?\s*([FC])?/i.exec(temperature)
  if (degrees) {
    const [one, other] = [Number(degrees[1]), Number(degrees[2] ?? degrees[1])]
    setTemperature(tender, Math.min(one, other), Math.max(one, other), /C/i.test(temperature) ? 'CE' : 'FA')
  }
  return segment.every((text, at) => [0, 1, 2, 11, 13, 15].includes(at) || text === '')
}

/** `5300` and `05306` are feet and inches; three figures are feet and inches as well. */
const feetOf = (length: string) =>
  Math.round((Math.floor(Number(length) / 100) + (Number(length) % 100) / 12) * 100) / 100

/** Reads a temperature or a range, in Fahrenheit or Celsius. Returns whether it was one. */
export function readTemperature({ tender }: Reading, [, , kind, value, unit = '', from, to]: Segment): boolean {
  const fahrenheit = /F[AH]/.test(unit) ? 'FA' : null
  const scale = /CE/.test(unit) ? 'CE' : fahrenheit
  if (scale === null && !/^T/.test(kind ?? '')) return false
  const figures = [from, to, value].map((text) => (orNull(text) === null ? Number.NaN : Number(text)))
  const [low, high, one] = figures as [number, number, number]
  const [min, max] = [Number.isNaN(low) ? one : low, Number.isNaN(high) ? one : high]
  if (Number.isNaN(min) || Number.isNaN(max)) return false
  setTemperature(tender, min, max, scale ?? 'FA')
  return true
}

function setTemperature(tender: Tender, min: number, max: number, unit: string): void {
  const fahrenheit = (degrees: number) => (unit === 'CE' ? Math.round(((degrees * 9) / 5) * 10 + 320) / 10 : degrees)
  const before = tender.equipment.tempF
  tender.equipment.tempF = {
    min: Math.min(fahrenheit(min), before?.min ?? Number.POSITIVE_INFINITY),
    max: Math.max(fahrenheit(max), before?.max ?? Number.NEGATIVE_INFINITY),
  }
}

/** Reads an order of the stop at hand: its numbers, weight and pieces. Returns whether there is a stop. */
export function readOrder(
  reading: Reading,
  [, order, purchase, , unit, quantity, weightUnit, weight]: Segment,
): boolean {
  if (!reading.stop) return false
  if (orNull(order)) reading.stop.references.push({ qualifier: 'OI', value: order! })
  if (orNull(purchase)) reading.stop.references.push({ qualifier: 'PO', value: purchase! })
  reading.stop.weightLb ??= pounds(weight, weightUnit)
  if (unit !== 'LB') reading.stop.pieces ??= whole(quantity)
  return true
}

/** Class and placard of hazardous freight; units and temperatures stand in pairs (06 with 07, 08 with 09, 10 with 11): flash point, control, emergency. */
export function readHazard(reading: Reading, segment: Segment): boolean {
  reading.tender.hazmat = true
  const names = ['flash point', 'control temperature', 'emergency temperature']
  for (const [turn, name] of names.entries()) {
    const [unit, degrees] = [segment[6 + turn * 2], orNull(segment[7 + turn * 2])]
    if (degrees !== null) note(reading, `${name} ${degrees} ${unit === 'CE' ? 'C' : 'F'}`)
  }
  return false
}

/** Hazardous freight goes by its shipping name, which is the commodity; what else is described is a note. */
export function placeDescriptions({ tender, descriptions }: Reading): void {
  for (const { stop, text } of descriptions) {
    if (tender.hazmat && (tender.commodity === null || tender.commodity === text)) tender.commodity = text
    else (stop?.notes ?? tender.notes).push(text)
  }
}

/** Marks the freight hazardous; `false`, so that the segment is kept as it was said too. */
export function hazardous({ tender }: Reading): boolean {
  tender.hazmat = true
  return false
}

/** The money and weight of the whole; a charge is written without its point, in hundredths (type N2). */
export function readTotals(
  { tender, currency }: Reading,
  [, weight, , , , charge, , , , , , pieces, unit]: Segment,
): boolean {
  tender.weightLb = pounds(weight, unit)
  tender.pieces = whole(pieces)
  if (/^-?\d+$/.test(charge ?? '')) tender.charge = { amount: centsWords(charge!), currency }
  return true
}

/** Where nobody gave the total, it is the sum of what is loaded. */
export function withTotals(tender: Tender): Tender {
  const loaded = tender.stops.filter(({ reason }) => reason === 'load' || reason === 'part_load')
  const sum = (of: (stop: TenderStop) => number | null) =>
    loaded.length > 0 && loaded.every((stop) => of(stop) !== null)
      ? loaded.reduce((total, stop) => total + of(stop)!, 0)
      : null
  return {
    ...tender,
    weightLb: tender.weightLb ?? sum(({ weightLb }) => weightLb),
    pieces: tender.pieces ?? sum(({ pieces }) => pieces),
  }
}
