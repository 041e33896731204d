import type { Equipment } from '../load/load'
import type { Point } from '../place/straight'
import type { BoardPosting, PostedStop } from '../posting/posting'
import { monthDayWords } from '../time/words'

/** A lane as it is put on a board: what carriers see of it, and nothing else. */
export interface PostedLane {
  origin: PostedEnd
  dest: PostedEnd
  equipment: Equipment
  weightLb: number | null
  miles: number
  /** Loads in the whole period, and a week; null where nobody said. */
  loads: number | null
  weekly: number | null
}

export interface PostedEnd extends Point {
  city: string
  region: string
  postal: string
}

/** What a board shows of a lane that carriers may bid on: no customer, no price, no name of the project. */
export function lanePosting(
  lane: PostedLane,
  project: { validFrom: string; validTo: string; closesOn: string },
  contact: { reference: string; phone: string; replyTo: string },
): BoardPosting {
  return {
    reference: contact.reference,
    equipment: lane.equipment,
    weightLb: lane.weightLb,
    miles: Math.round(lane.miles),
    stops: [stopAt('pickup', lane.origin, project.validFrom), stopAt('delivery', lane.dest, null)],
    remarks: wordsOf(lane, project),
    phone: contact.phone || null,
    replyTo: contact.replyTo,
    ...nothingMore,
  }
}

/** `Bid by Dec 9: 26 loads, Jan 5 to Mar 28, 2 a week`, what matters most first: boards cut their comments. */
function wordsOf(
  { loads, weekly }: PostedLane,
  { validFrom, validTo, closesOn }: { validFrom: string; validTo: string; closesOn: string },
): string {
  const many = loads === null ? 'loads' : `${loads} ${loads === 1 ? 'load' : 'loads'}`
  const often = weekly === null ? '' : `, ${weekly} a week`
  return `Bid by ${monthDayWords(closesOn)}: ${many}, ${monthDayWords(validFrom)} to ${monthDayWords(validTo)}${often}`
}

const stopAt = (kind: PostedStop['kind'], end: PostedEnd, day: string | null): PostedStop => ({
  ...{ kind, city: end.city, region: end.region, postalArea: end.postal.slice(0, 3), lat: end.lat, lon: end.lon },
  ...{ needsLiftgate: false, earliestLocal: null, latestLocal: null, day },
})

const nothingMore = {
  ...{ alsoEquipment: [], gear: [], lengthFt: null, tempMinF: null, tempMaxF: null, team: false, partial: false },
  ...{ hazmat: false, pieces: null, stackable: false, commodity: null, asap: false, straightThrough: false },
  ...{ pay: null, minTrucks: null, loads: 1, onlyMc: null },
} satisfies Partial<BoardPosting>
