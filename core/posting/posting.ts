import type { Equipment } from '../load/load'
import type { LocalTime } from '../time/local'

/**
 * What a load board receives about a load. Built field by field from an allow-list: the customer,
 * the sell price, our limits, references and notes for others have no place here.
 */
export interface BoardPosting {
  reference: string
  equipment: Equipment
  lengthFt: number | null
  weightLb: number
  tempMinF: number | null
  tempMaxF: number | null
  team: boolean
  partial: boolean
  hazmat: boolean
  /** Null where the shipper keeps it secret. */
  commodity: string | null
  miles: number
  stops: {
    kind: 'pickup' | 'delivery'
    city: string
    region: string
    postalArea: string
    lat: number
    lon: number
    earliestLocal: LocalTime
    latestLocal: LocalTime | null
  }[]
  remarks: string
  phone: string
  replyTo: string
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
  commodity: string
  commodityHidden: boolean
  miles: number
  stops: {
    kind: 'pickup' | 'delivery'
    city: string
    region: string
    postal: string
    lat: number
    lon: number
    earliestLocal: LocalTime
    latestLocal: LocalTime | null
  }[]
  notes: { audience: string; text: string }[]
}

/** The posting of a load, with the desk's phone and the mail address that answers belong to. */
export function boardPosting(
  load: PostableLoad,
  contact: { reference: string; phone: string; replyTo: string },
): BoardPosting {
  return {
    reference: contact.reference,
    equipment: load.equipment,
    lengthFt: load.lengthFt,
    weightLb: load.weightLb,
    tempMinF: load.tempMinF,
    tempMaxF: load.tempMaxF,
    team: load.team,
    partial: load.partial,
    hazmat: load.hazmat,
    commodity: load.commodityHidden ? null : load.commodity,
    miles: Math.round(load.miles),
    stops: load.stops.map((stop) => ({
      kind: stop.kind,
      city: stop.city,
      region: stop.region,
      postalArea: stop.postal.slice(0, 3),
      // A tenth of a degree: the town, not the shipper's gate.
      lat: Math.round(stop.lat * 10) / 10,
      lon: Math.round(stop.lon * 10) / 10,
      earliestLocal: stop.earliestLocal,
      latestLocal: stop.latestLocal,
    })),
    remarks: load.notes
      .filter((note) => note.audience === 'carrier')
      .map((note) => note.text)
      .join(' '),
    phone: contact.phone,
    replyTo: contact.replyTo,
  }
}
