import { segmentTables } from './segments'
import { type SetId, setIds, setTables } from './sets'

export type ElementType = 'AN' | 'ID' | 'N' | 'R' | 'DT' | 'TM' | '*'

export interface ElementSpec {
  required: boolean
  type: ElementType
  /** Text or a code of an open list: its length alone is looked at. */
  free: boolean
  least: number
  most: number
  /** The codes allowed, where their list is closed. */
  codes: ReadonlySet<string> | null
}

/** P all or none, R at least one, E at most one, C where the first is given the others must be, L where the first is given one of the others must be. */
export interface Relation {
  kind: 'P' | 'R' | 'E' | 'C' | 'L'
  elements: readonly number[]
  /** The elements as bits, and the first of them: what is asked of every segment of a file. */
  bits: number
  first: number
}

export interface SegmentSpec {
  id: string
  elements: readonly ElementSpec[]
  relations: readonly Relation[]
  /** The last element that must be there. */
  lastRequired: number
}

/** A place in the order of a set or loop: a segment, or a loop that the segment begins. */
export interface Place {
  id: string
  /** The id as a number: what is compared for every segment of a file. */
  code: number
  mandatory: boolean
  most: number
  loop: readonly Place[] | null
  /** The elements of the segment that stands here. */
  spec: SegmentSpec
}

/** A segment's id as a number: two or three letters, eight bits each. */
export const idCode = (id: string): number =>
  (id.charCodeAt(0) << 16) | (id.charCodeAt(1) << 8) | (id.length > 2 ? id.charCodeAt(2) : 0)

/** The segment of each id as a number. */
export const segmentSpecs: ReadonlyMap<number, SegmentSpec> = readSegments(segmentTables)

export const setOrders: Record<SetId, readonly Place[]> = ofEach((id) => readOrder(setTables[id]))

/** The ids as numbers of all segments that stand anywhere in a set. */
export const setMembers: Record<SetId, ReadonlySet<number>> = ofEach((id) => membersOf(setOrders[id]))

function ofEach<T>(make: (id: SetId) => T): Record<SetId, T> {
  return Object.fromEntries(setIds.map((id) => [id, make(id)])) as Record<string, T> as Record<SetId, T>
}

function readSegments(text: string): Map<number, SegmentSpec> {
  const specs = new Map<number, { id: string; elements: ElementSpec[]; relations: Relation[]; lastRequired: number }>()
  for (const line of text.split('\n')) {
    const found = /^(\w{2,3}) +(~ )?(.+)$/.exec(line)
    if (!found) continue
    const [, id, relation, rest] = found as unknown as [string, string, string | undefined, string]
    if (relation) specs.get(idCode(id))!.relations.push(...rest.split(' ').map(readRelation))
    else {
      const elements = rest.split(';').map((element) => readElement(id, element.trim()))
      specs.set(idCode(id), {
        id,
        elements,
        relations: [],
        lastRequired: elements.findLastIndex(({ required }) => required) + 1,
      })
    }
  }
  return specs
}

function readElement(id: string, text: string): ElementSpec {
  const found = /^([MOC]) (?:(AN|ID|N\d|R|DT|TM) (\d+)\/(\d+)|(\*))(?: \{(.+)\})?$/.exec(text)
  if (!found) throw new Error(`Segment ${id}: "${text}" is no element`)
  const [, required, type, least, most, parts, codes] = found
  return {
    required: required === 'M',
    type: (parts ?? (type!.startsWith('N') ? 'N' : type)) as ElementType,
    free: (type === 'AN' || type === 'ID') && !codes,
    least: Number(least ?? 1),
    most: Number(most ?? 9999),
    codes: codes ? new Set(codes.split(' ')) : null,
  }
}

function readRelation(text: string): Relation {
  const found = /^([PRECL])((?:\d\d)+)$/.exec(text)
  if (!found) throw new Error(`"${text}" is no relation`)
  const elements = found[2]!.match(/\d\d/g)!.map(Number)
  return {
    kind: found[1] as Relation['kind'],
    elements,
    bits: elements.reduce((bits, at) => bits | (1 << at), 0),
    first: 1 << elements[0]!,
  }
}

function readOrder(text: string): Place[] {
  const words = text.match(/\S+/g)!
  let at = 0
  const placesUntil = (end: string | undefined): Place[] => {
    const places: Place[] = []
    while (words[at] !== end) {
      if (words[at] === '(') {
        at += 1
        const loop = placesUntil(')')
        at += 1
        const head = loop[0]!
        // Within its loop the first segment stands once; how often is said of the loop.
        places.push({ ...head, loop: [{ ...head, mandatory: true, most: 1 }, ...loop.slice(1)] })
      } else {
        const [id, required, most] = words.slice(at, at + 3) as [string, string, string]
        const spec = segmentSpecs.get(idCode(id))
        if (!spec) throw new Error(`Segment ${id} has no elements`)
        places.push({
          id,
          code: idCode(id),
          mandatory: required === 'M',
          most: most === '>' ? Number.POSITIVE_INFINITY : Number(most),
          loop: null,
          spec,
        })
        at += 3
      }
    }
    return places
  }
  return placesUntil(undefined)
}

function membersOf(places: readonly Place[]): Set<number> {
  return new Set(places.flatMap((place) => [place.code, ...(place.loop ? membersOf(place.loop) : [])]))
}
