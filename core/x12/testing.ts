import { Inspector, type TransactionRead } from './inspect'
import { Rewriter } from './writer'
import type { Segment } from './x12'

/** Delimiters and line ends as trading partners choose them. */
export const habits = [
  { element: '*', component: '>', segment: '~', repetition: 'U', lineEnd: '' },
  { element: '*', component: ':', segment: '~', repetition: 'U', lineEnd: '\r\n' },
  { element: '|', component: '>', segment: '\n', repetition: 'U', lineEnd: '' },
  { element: '\x1d', component: '\x1f', segment: '\x1e', repetition: 'U', lineEnd: '' },
  { element: '^', component: '<', segment: "'", repetition: 'U', lineEnd: '\n' },
  { element: '*', component: '>', segment: '\r', repetition: '^', lineEnd: '\n' },
] as const
export type Habit = (typeof habits)[number]

/** The tender that most tests begin with, between ST and SE. */
export const tenderSegments: Segment[] = [
  ['B2', '', 'PLRK', '', 'SM778812', '', 'PP'],
  ['B2A', '00', 'LT'],
  ['L11', 'PO5518', 'PO'],
  ['G62', '64', '20261127', '1', '1430', 'MT'],
  ['MS3', 'PLRK', 'B', '', 'M'],
  ['NTE', '', 'Call before arrival'],
  ['N1', 'BT', 'Snowmelt Potato Growers', '93', 'SNOW01'],
  ['N3', '12 Canal Rd'],
  ['N4', 'Idaho Falls', 'ID', '83402', 'US'],
  ['N7', '', 'NEW', '', '', '', '', '', '', '', '', 'RT', '', '36', '', '5300'],
  ['S5', '1', 'CL', '42300', 'L', '22', 'PL'],
  ['L11', 'PU77', 'PU'],
  ['G62', '10', '20261130', 'I', '0800', 'LT'],
  ['G62', '38', '20261130', 'K', '1100', 'LT'],
  ['N1', 'SF', 'Shed 4', '93', 'S4'],
  ['N3', '77 Grain St'],
  ['N4', 'Twin Falls', 'ID', '83301', 'US'],
  ['G61', 'IC', 'Ada Finch', 'TE', '2085550101'],
  ['S5', '2', 'CU', '42300', 'L', '22', 'PL'],
  ['G62', '53', '20261201', 'G', '0800', 'LT'],
  ['G62', '54', '20261202', 'L', '1600', 'LT'],
  ['N1', 'ST', 'Harrow DC', '93', 'H9'],
  ['N4', 'Phoenix', 'AZ', '85001', 'US'],
  ['L3', '42300', 'G', '', '', '288000', '', '', '', '', '', '22', 'L'],
]

export interface SampleSet {
  type: string
  segments: Segment[]
  control?: string
  /** What SE01 says, where it is not the truth. */
  statedCount?: string
  trailer?: boolean
}

/** A file of one interchange with one group, written by hand of this function alone: the writer is tested against it. */
export function sampleFile(
  sets: SampleSet[],
  habit: Habit = habits[0],
  over: { group?: string; version?: string; control?: string; groups?: string; sets?: string } = {},
): string {
  const { element, component, segment, repetition, lineEnd } = habit
  const control = over.control ?? '000000101'
  const version = over.version ?? '004010'
  const line = (parts: Segment) => parts.join(element) + segment + lineEnd
  const bodies = sets.map(({ type, segments, control: setControl = '0001', statedCount, trailer = true }) => [
    ['ST', type, setControl],
    ...segments,
    ...(trailer ? [['SE', statedCount ?? String(segments.length + 2), setControl]] : []),
  ])
  return [
    line([
      'ISA',
      '00',
      ' '.repeat(10),
      '00',
      ' '.repeat(10),
      'ZZ',
      'SNOWMELT'.padEnd(15),
      'ZZ',
      'PLOVERROOK'.padEnd(15),
      '261127',
      '0930',
      repetition,
      version === '005010' ? '00501' : `00${version.slice(1, 4)}`,
      control,
      '0',
      'P',
      component,
    ]),
    line(['GS', over.group ?? 'SM', 'SNOWMELT', 'PLOVERROOK', '20261127', '0930', '101', 'X', version]),
    ...bodies.flat().map(line),
    line(['GE', over.sets ?? String(sets.length), '101']),
    line(['IEA', over.groups ?? '1', control]),
  ].join('')
}

/** The tender with one segment exchanged, taken out (`null`) or put before another. */
export const changed = (at: number, change: Segment | null, insert = false): Segment[] =>
  tenderSegments.flatMap((segment, index) => {
    if (index !== at) return [segment]
    if (insert) return [change!, segment]
    if (change === null) return []
    return [change]
  })

/** A set that is a tender of these segments. */
export const tender = (segments: Segment[] = tenderSegments): SampleSet => ({ type: '204', segments })

/** When an acknowledgment is written. */
export const moment = { date: '20261127', time: '0931' }

/** A file read and written back, pushed in pieces. */
export function rewritten(text: string, pieceLength = text.length): string {
  let out = ''
  const rewriter = new Rewriter((piece) => (out += piece))
  for (let at = 0; at < text.length; at += pieceLength) rewriter.push(text.slice(at, at + pieceLength))
  rewriter.end()
  return out
}

/** The transactions of a file, pushed in pieces. */
export function reads(text: string, pieceLength = 1 << 20): TransactionRead[] {
  const found: TransactionRead[] = []
  const inspector = new Inspector({ keep: () => true, onTransaction: (read) => found.push(read) })
  for (let at = 0; at < text.length; at += pieceLength) inspector.push(text.slice(at, at + pieceLength))
  inspector.end()
  return found
}
