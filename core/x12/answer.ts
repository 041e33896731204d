import { groupOfSet, type SetId } from './grammar/sets'
import type { TransactionRead } from './inspect'
import { responseSegments } from './write-sets'
import { type EnvelopeToWrite, withoutDelimiters, writeInterchange } from './writer'
import type { Fault, GroupReport, InterchangeReport, Party, Segment, TransactionReport } from './x12'

/** What an answer needs beside the interchange it answers: the moment, and its control number (the interchange's own where none is given). */
export interface AnswerMoment {
  /** `20261127` and `0930`. */
  date: string
  time: string
  control?: string
}

/** The envelope of an answer: the parties turned round, the delimiters and version of what is answered. */
function answering(
  interchange: InterchangeReport,
  group: Pick<GroupReport, 'sender' | 'receiver' | 'version' | 'control'>,
  set: SetId,
  moment: AnswerMoment,
): EnvelopeToWrite {
  const control = moment.control ?? (/^\d{1,9}$/.test(interchange.control) ? interchange.control : '1')
  // What is broken in the envelope that is answered is not broken again in the answer.
  const kept = (text: string, pattern: RegExp, other: string) => (pattern.test(text) ? text : other)
  const clean = (party: Party) => ({
    qualifier: kept(party.qualifier, /^[A-Z0-9]{2}$/i, 'ZZ'),
    id: withoutDelimiters(party.id, interchange.delimiters),
  })
  return {
    delimiters: interchange.delimiters,
    version: kept(interchange.version, /^\d{5}$/, '00401'),
    groupVersion: kept(group.version, /^\d{6}/, '004010'),
    usage: kept(interchange.usage, /^[PTI]$/, 'P'),
    sender: { ...clean(interchange.receiver), group: group.receiver },
    receiver: { ...clean(interchange.sender), group: group.sender },
    control,
    groupType: groupOfSet[set],
    groupControl: String(Number(control)),
    ...moment,
  }
}

/** The 997 interchange for an interchange: one 997 for each group that is not itself of acknowledgements; null where there is none to answer. */
export function acknowledge(interchange: InterchangeReport, moment: AnswerMoment): string | null {
  const groups = interchange.groups.filter((group) => group.type !== 'FA')
  if (groups.length === 0) return null
  const sets = groups.map((group, at) => ({
    type: '997',
    control: String(at + 1).padStart(4, '0'),
    segments: acknowledgeGroup(group, interchange),
  }))
  return writeInterchange(answering(interchange, groups[0]!, '997', moment), sets)
}

function acknowledgeGroup(group: GroupReport, interchange: InterchangeReport): Segment[] {
  const accepted = group.transactions.filter(({ verdict }) => verdict !== 'R').length
  const codes = [...new Set(group.faults.map(({ code }) => code))].slice(0, 5)
  const isFaulty = codes.length > 0 || group.transactions.some((each) => each.verdict === 'E')
  const verdict = groupVerdict(accepted, group.transactions.length, isFaulty)
  return [
    ['AK1', group.type, group.control],
    ...group.transactions.flatMap((each) => acknowledgeSet(each, interchange)),
    [
      'AK9',
      codes.some((code) => code === '1' || code === '2') ? 'R' : verdict,
      String(group.statedCount ?? group.transactions.length),
      String(group.transactions.length),
      String(accepted),
      ...codes,
    ],
  ]
}

function acknowledgeSet(report: TransactionReport, { delimiters }: InterchangeReport): Segment[] {
  const clean = (text: string) => withoutDelimiters(text, delimiters)
  const segments = new Map<string, Fault[]>()
  for (const fault of report.faults) {
    if (fault.level === 'transaction') continue
    const key = `${fault.segment} ${fault.position}`
    segments.set(key, [...(segments.get(key) ?? []), fault])
  }
  const faultSegments = [...segments.values()].flatMap((faults): Segment[] => {
    const own = faults.filter(({ level }) => level === 'segment')
    const elements = faults.filter(({ level }) => level === 'element')
    const { segment, position } = faults[0]!
    return [
      ...own.map(({ code }) => ['AK3', clean(segment).slice(0, 3), String(position), '', code]),
      ...(elements.length > 0
        ? [
            ['AK3', segment, String(position), '', '8'],
            ...elements.map(({ element, code, value }) => [
              'AK4',
              String(element),
              '',
              code,
              ...(value ? [clean(value)] : []),
            ]),
          ]
        : []),
    ]
  })
  const codes = [
    ...new Set([
      ...report.faults.filter(({ level }) => level === 'transaction').map(({ code }) => code),
      ...(faultSegments.length > 0 ? ['5'] : []),
    ]),
  ].slice(0, 5)
  return [
    ['AK2', clean(report.type).padEnd(3).slice(0, 3), clean(report.control)],
    ...faultSegments,
    ['AK5', report.verdict, ...codes],
  ]
}

/** One 990 for each tender: whether it is taken, with the words of why not. Those of one file that came in one envelope go back in one. */
export function respond(
  reads: readonly TransactionRead[],
  answer: { accept: true } | { accept: false; reason: string },
  moment: AnswerMoment,
): string {
  const byGroup = new Map<GroupReport, TransactionRead[]>()
  for (const read of reads) byGroup.set(read.group, [...(byGroup.get(read.group) ?? []), read])
  return [...byGroup.values()]
    .map((ofGroup) => {
      const { interchange, group } = ofGroup[0]!
      const sets = ofGroup.map(({ segments }, at) => {
        const b2 = segments.find(([id]) => id === 'B2') ?? []
        const remarks = answer.accept ? [] : [withoutDelimiters(answer.reason, interchange.delimiters)]
        return {
          type: '990',
          control: String(at + 1).padStart(4, '0'),
          segments: responseSegments({
            scac: b2[2] ?? '',
            shipmentId: b2[4] ?? '',
            date: moment.date,
            accept: answer.accept,
            remarks,
          }),
        }
      })
      return writeInterchange(answering(interchange, group, '990', moment), sets)
    })
    .join('')
}

/** AK901: accepted, accepted with errors noted, partly accepted, rejected. */
function groupVerdict(accepted: number, sets: number, isFaulty: boolean): 'A' | 'E' | 'P' | 'R' {
  if (accepted === sets) return isFaulty ? 'E' : 'A'
  return accepted === 0 ? 'R' : 'P'
}
