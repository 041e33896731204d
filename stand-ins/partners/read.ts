import type { Segment } from './write'

/** An interchange that the brokerage sent, as far as this partner looks at it. */
export interface Incoming {
  sender: string
  receiver: string
  control: number
  group: string
  groupControl: string
  sets: { type: string; control: string; segments: Segment[]; problems: string[] }[]
  problems: string[]
}

/** Reads an interchange with the delimiters of its own ISA and checks its counts and control numbers; null where it is none. */
export function readIncoming(text: string): Incoming | null {
  if (!text.startsWith('ISA') || text.length < 106) return null
  const element = text[3]!
  const segment = text[105]!
  const segments = text
    .split(segment)
    .map((each) => each.replace(/^[\r\n]+|[\r\n]+$/g, '').split(element))
    .filter((parts) => parts[0] !== '')
  const isa = segments[0]!
  const read: Incoming = {
    sender: (isa[6] ?? '').trim(),
    receiver: (isa[8] ?? '').trim(),
    control: Number(isa[13]),
    group: '',
    groupControl: '',
    sets: [],
    problems: [],
  }
  if (isa.slice(1).some((each, at) => each.length !== [2, 10, 2, 10, 2, 15, 2, 15, 6, 4, 1, 5, 9, 1, 1, 1][at]))
    read.problems.push('an element of ISA is not of its length')
  for (const parts of segments.slice(1)) {
    const open = read.sets.at(-1)
    switch (parts[0]) {
      case 'GS':
        Object.assign(read, { group: parts[1], groupControl: parts[6] })
        break
      case 'ST':
        read.sets.push({ type: parts[1] ?? '', control: parts[2] ?? '', segments: [], problems: [] })
        break
      case 'SE':
        if (open && Number(parts[1]) !== open.segments.length + 2)
          open.problems.push(`SE counts ${parts[1]}, there are ${open.segments.length + 2}`)
        if (open && parts[2] !== open.control) open.problems.push('SE02 is not ST02')
        break
      case 'GE':
        if (Number(parts[1]) !== read.sets.length)
          read.problems.push(`GE counts ${parts[1]}, there are ${read.sets.length}`)
        if (parts[2] !== read.groupControl) read.problems.push('GE02 is not GS06')
        break
      case 'IEA':
        if (Number(parts[2]) !== read.control) read.problems.push('IEA02 is not ISA13')
        break
      default:
        open?.segments.push(parts)
    }
  }
  if (segments.at(-1)?.[0] !== 'IEA') read.problems.push('there is no IEA')
  for (const set of read.sets) set.problems.push(...contentProblems(set))
  return read
}

/** What a partner wants to stand in the sets it gets. */
function contentProblems({ type, segments }: { type: string; segments: Segment[] }): string[] {
  const first = (id: string) => segments.find((each) => each[0] === id)
  switch (type) {
    case '990':
      return /^[AD]$/.test(first('B1')?.[4] ?? '') ? [] : ['B104 is neither A nor D']
    case '214':
      return first('AT7') && first('B10')?.[2] ? [] : ['a status without AT7 or shipment']
    case '210': {
      const lines = segments.filter((each) => each[0] === 'L1').reduce((sum, each) => sum + Number(each[4] ?? 0), 0)
      return Number(first('B3')?.[7]) === lines && Number(first('L3')?.[5]) === lines
        ? []
        : ['the charges do not add up']
    }
    default:
      return []
  }
}

/** The 997 segments for what came: accepted where nothing was found. */
export function acknowledgement(incoming: Incoming): Segment[] {
  const accepted = incoming.sets.filter(({ problems }) => problems.length === 0).length
  return [
    ['AK1', incoming.group, incoming.groupControl],
    ...incoming.sets.flatMap((set): Segment[] => [
      ['AK2', set.type, set.control],
      set.problems.length === 0 ? ['AK5', 'A'] : ['AK5', 'R', '5'],
    ]),
    [
      'AK9',
      verdictOf(accepted, incoming.sets.length),
      String(incoming.sets.length),
      String(incoming.sets.length),
      String(accepted),
    ],
  ]
}

function verdictOf(accepted: number, sets: number): string {
  if (accepted === sets) return 'A'
  return accepted === 0 ? 'R' : 'P'
}
