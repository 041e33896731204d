import type { PieceUnit } from '../load/freight'
import type { Equipment } from '../load/load'
import type { LocalTime } from '../time/local'
import type { Gear, PostingTerms } from './terms'

/**
 * What a load board receives about a load. Built field by field from an allow-list: the customer,
 * the sell price, our limits, references and notes for others have no place here.
 */
export interface BoardPosting {
  reference: string
  equipment: Equipment
  alsoEquipment: Equipment[]
  gear: Gear[]
  lengthFt: number | null
  /** Null where nobody knows it yet. */
  weightLb: number | null
  tempMinF: number | null
  tempMaxF: number | null
  team: boolean
  partial: boolean
  hazmat: boolean
  /** Null where it is not shown. */
  pieces: { count: number; unit: PieceUnit; sizeIn: string | null } | null
  stackable: boolean
  /** Null where the shipper keeps it secret and nobody found a neutral word. */
  commodity: string | null
  miles: number
  asap: boolean
  straightThrough: boolean
  stops: PostedStop[]
  /** In the desk's currency; null where no price is shown. */
  pay: { kind: 'asking' | 'highest'; amountMinor: number } | null
  remarks: string
  /** Closed to carriers with fewer trucks. */
  minTrucks: number | null
  /** How many loads like this one there are, itself counted. */
  loads: number
  /** MC numbers of the carriers that alone see it; null: everybody does. */
  onlyMc: string[] | null
  /** Null: not to be called. */
  phone: string | null
  /** Null: not to be written to. */
  replyTo: string | null
}

export interface PostedStop {
  kind: 'pickup' | 'delivery'
  city: string
  region: string
  postalArea: string
  lat: number
  lon: number
  needsLiftgate: boolean
  /** Null where only the day is shown, or nothing. */
  earliestLocal: LocalTime | null
  latestLocal: LocalTime | null
  /** Null where it is straight through. */
  day: string | null
}

export interface PostableLoad {
  equipment: Equipment
  lengthFt: number | null
  weightLb: number
  tempMinF: number | null
  tempMaxF: number | null
  team: boolean
  partial: boolean
  hazmat: boolean
  pieces: number | null
  pieceUnit: PieceUnit
  pieceSizeIn: string | null
  stackable: boolean
  commodity: string
  commodityHidden: boolean
  miles: number
  stops: PostableStop[]
  notes: { audience: string; text: string }[]
}

export interface PostableStop {
  kind: 'pickup' | 'delivery'
  city: string
  region: string
  postal: string
  lat: number
  lon: number
  access: 'dock' | 'liftgate'
  /** The market area that it lies in; null where there is none. */
  area: { name: string; region: string; lat: number; lon: number } | null
  earliestLocal: LocalTime
  latestLocal: LocalTime | null
}

/** The posting of a load as the rep chose to show it, with the desk's phone and the email address that answers belong to. */
export function boardPosting(
  load: PostableLoad,
  contact: { reference: string; phone: string; replyTo: string },
  terms: PostingTerms,
  { onlyMc = null, loads = 1 }: { onlyMc?: string[] | null; loads?: number } = {},
): BoardPosting {
  return {
    reference: contact.reference,
    equipment: load.equipment,
    alsoEquipment: terms.alsoEquipment,
    gear: terms.gear,
    lengthFt: load.lengthFt,
    weightLb: load.weightLb,
    tempMinF: load.tempMinF,
    tempMaxF: load.tempMaxF,
    team: load.team,
    partial: load.partial,
    hazmat: load.hazmat,
    pieces:
      terms.showsPieces && load.pieces !== null
        ? { count: load.pieces, unit: load.pieceUnit, sizeIn: load.pieceSizeIn }
        : null,
    stackable: load.stackable,
    commodity: terms.freight || (load.commodityHidden ? null : load.commodity),
    miles: Math.round(load.miles),
    asap: terms.times === 'asap',
    straightThrough: terms.times === 'straight_through',
    stops: load.stops.map((stop) => postedStop(stop, terms)),
    pay:
      terms.payKind === 'none' || terms.payMinor === null ? null : { kind: terms.payKind, amountMinor: terms.payMinor },
    remarks: (terms.comments ?? carrierNotes(load)).join(' ').trim(),
    minTrucks: terms.minTrucks,
    loads,
    onlyMc,
    phone: terms.answerBy === 'email' ? null : contact.phone,
    replyTo: terms.answerBy === 'phone' ? null : contact.replyTo,
  }
}

const carrierNotes = ({ notes }: PostableLoad): string[] =>
  notes.filter((note) => note.audience === 'carrier').map((note) => note.text)

function postedStop(stop: PostableStop, { places, times }: PostingTerms): PostedStop {
  const isLater = stop.kind === 'delivery' && times === 'straight_through'
  const hasWindow = times !== 'asap' && !isLater
  return {
    kind: stop.kind,
    ...postedPlace(stop, places),
    needsLiftgate: stop.access === 'liftgate',
    earliestLocal: hasWindow ? stop.earliestLocal : null,
    latestLocal: hasWindow ? stop.latestLocal : null,
    day: isLater ? null : stop.earliestLocal.slice(0, 10),
  }
}

function postedPlace({ city, region, postal, lat, lon, area }: PostableStop, places: PostingTerms['places']) {
  if (places === 'area' && area)
    return { city: area.name, region: area.region, postalArea: '', lat: tenth(area.lat), lon: tenth(area.lon) }
  // A tenth of a degree: the town, not the shipper's gate.
  return { city, region, postalArea: postal.slice(0, 3), lat: tenth(lat), lon: tenth(lon) }
}

const tenth = (degrees: number): number => Math.round(degrees * 10) / 10
