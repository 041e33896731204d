import type { Member } from './member'

export type Segment = string[]

/** One interchange with one group of sets, in the partner's own manner. */
export function interchange(
  member: Member,
  group: string,
  sets: { type: string; segments: Segment[] }[],
  control: number,
  now: Date,
): string {
  const { element, component, segment, lineEnd } = member
  const line = (parts: Segment) => parts.join(element) + segment + lineEnd
  const stamp = now.toISOString()
  const date = stamp.slice(0, 10).replaceAll('-', '')
  const time = stamp.slice(11, 16).replace(':', '')
  const old = member.version < '004010'
  const bodies = sets.map(({ type, segments }, at) => {
    const number = String(at + 1).padStart(4, '0')
    return [['ST', type, number], ...segments, ['SE', String(segments.length + 2), number]]
  })
  return [
    line([
      'ISA',
      '00',
      ' '.repeat(10),
      '00',
      ' '.repeat(10),
      member.qualifier,
      member.id.padEnd(15),
      member.brokerQualifier,
      member.brokerId.padEnd(15),
      date.slice(2),
      time,
      member.repetition,
      `00${member.version.slice(1, 4)}`,
      String(control).padStart(9, '0'),
      '0',
      member.usage,
      component,
    ]),
    line([
      'GS',
      group,
      member.id,
      member.brokerId,
      old ? date.slice(2) : date,
      time,
      String(control),
      'X',
      member.version,
    ]),
    ...bodies.flat().map((parts) => line(withoutEmptyEnd(parts))),
    line(['GE', String(sets.length), String(control)]),
    line(['IEA', '1', String(control).padStart(9, '0')]),
  ].join('')
}

function withoutEmptyEnd(parts: Segment): Segment {
  let last = parts.length
  while (last > 1 && parts[last - 1] === '') last--
  return parts.slice(0, last)
}
