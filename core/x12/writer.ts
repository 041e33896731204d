import { mannersOf } from './elements'
import { idCode, segmentSpecs } from './grammar/grammar'
import { X12Reader } from './reader'
import type { Delimiters, Party, Segment } from './x12'

/** Elements at the end of a segment that are empty are not written (X12.6). */
export function writeSegment(segment: Segment, { element, segment: terminator }: Delimiters): string {
  let last = segment.length
  while (last > 1 && segment[last - 1] === '') last--
  return segment.slice(0, last).join(element) + terminator
}

export interface EnvelopeToWrite {
  delimiters: Delimiters
  /** ISA12, `00401`, and GS08, `004010`. */
  version: string
  groupVersion: string
  usage: string
  sender: Party & { group: string }
  receiver: Party & { group: string }
  control: string
  groupType: string
  groupControl: string
  /** `20261127` and `0930`. */
  date: string
  time: string
}

/** The segments with their dates as a version writes them: before 004010 years have two digits. */
export function withDatesOf(version: string, segments: readonly Segment[]): Segment[] {
  if (!mannersOf(version).shortDates) return [...segments]
  return segments.map((segment) => {
    const spec = segmentSpecs.get(idCode(segment[0]!))
    return segment.map((value, at) =>
      at > 0 && spec?.elements[at - 1]?.type === 'DT' && /^\d{8}$/.test(value) ? value.slice(2) : value,
    )
  })
}

/** One interchange with one group of sets; each set is its segments between ST and SE. What holds a delimiter throws: it is replaced before. */
export function writeInterchange(
  envelope: EnvelopeToWrite,
  sets: { type: string; control: string; segments: Segment[] }[],
): string {
  const { delimiters, sender, receiver } = envelope
  const { element, component, segment } = delimiters
  const isa = [
    'ISA',
    '00',
    ' '.repeat(10),
    '00',
    ' '.repeat(10),
    fixed(sender.qualifier, 2),
    fixed(sender.id, 15),
    fixed(receiver.qualifier, 2),
    fixed(receiver.id, 15),
    envelope.date.slice(2),
    envelope.time,
    delimiters.repetition ?? 'U',
    envelope.version,
    envelope.control.padStart(9, '0'),
    '0',
    envelope.usage,
    component,
  ]
  const written = [
    isa.join(element) + segment,
    writeSegment(
      [
        'GS',
        envelope.groupType,
        sender.group,
        receiver.group,
        mannersOf(envelope.groupVersion).shortDates ? envelope.date.slice(2) : envelope.date,
        envelope.time,
        envelope.groupControl,
        'X',
        envelope.groupVersion,
      ],
      delimiters,
    ),
  ]
  for (const { type, control, segments } of sets) {
    const inner = withDatesOf(envelope.groupVersion, segments).map((each) =>
      writeSegment(checked(each, delimiters), delimiters),
    )
    written.push(
      writeSegment(['ST', type, control], delimiters),
      ...inner,
      writeSegment(['SE', String(segments.length + 2), control], delimiters),
    )
  }
  written.push(
    writeSegment(['GE', String(sets.length), envelope.groupControl], delimiters),
    writeSegment(['IEA', '1', envelope.control.padStart(9, '0')], delimiters),
  )
  return written.join('')
}

const fixed = (text: string, length: number) => text.slice(0, length).padEnd(length, ' ')

function checked(segment: Segment, { element, segment: terminator }: Delimiters): Segment {
  for (const each of segment)
    if (each.includes(element) || each.includes(terminator))
      throw new Error(`Element “${each}” of ${segment[0]} holds a delimiter`)
  return segment
}

/** A text without the characters that part or end something: they become spaces. */
export const withoutDelimiters = (text: string, { element, component, segment, repetition }: Delimiters): string =>
  [...text]
    .map((char) =>
      char === element || char === component || char === segment || char === repetition || char < ' ' ? ' ' : char,
    )
    .join('')

/** Writes again what was read, segment by segment, with whatever stood between them: for a file of whole interchanges, the same bytes. */
export class Rewriter {
  private readonly reader: X12Reader

  constructor(write: (piece: string) => void) {
    this.reader = new X12Reader({
      segment: (view) =>
        write(view.elements().join(view.delimiters.element) + (view.terminated ? view.delimiters.segment : '')),
      gap: write,
      stray: write,
    })
  }

  push(piece: string): void {
    this.reader.push(piece)
  }

  end(): void {
    this.reader.end()
  }
}
