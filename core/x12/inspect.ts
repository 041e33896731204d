import { mannersOf, type VersionManners } from './elements'
import { addFault, groupOf, interchangeOf, sameNumber } from './envelope'
import { idCode } from './grammar/grammar'
import { groupOfSet } from './grammar/sets'
import { OpenSet } from './inspect-set'
import { wrongLengths } from './isa'
import { type SegmentView, X12Reader } from './reader'
import type { GroupReport, InterchangeReport, Segment, TextPosition, TransactionReport } from './x12'

export interface TransactionRead {
  interchange: InterchangeReport
  group: GroupReport
  report: TransactionReport
  /** Its segments from ST to SE, where they were asked for. */
  segments: Segment[]
}

export interface InspectHandler {
  onInterchange?: (report: InterchangeReport) => void
  onTransaction?: (read: TransactionRead) => void
  /** Which sets' segments are kept for `onTransaction`; none where it is missing. */
  keep?: (type: string) => boolean
  /** Text that belongs to no interchange. */
  onStray?: (text: string, spot: TextPosition) => void
}

const isaElements = 17
const knownGroups = new Set(Object.values(groupOfSet))
const [codeISA, codeIEA, codeGS] = [idCode('ISA'), idCode('IEA'), idCode('GS')]
const [codeGE, codeST, codeSE] = [idCode('GE'), idCode('ST'), idCode('SE')]

/**
 * Validates interchanges as they are read: envelopes, the order of segments, every element. A fault rejects its own transaction and no other
 * (an error only noted where an element that may be missing is of wrong length or characters). Memory holds one transaction and the
 * verdicts.
 */
export class Inspector {
  private readonly reader: X12Reader
  private interchange: InterchangeReport | null = null
  private group: GroupReport | null = null
  private open: OpenSet | null = null
  private manners: VersionManners = mannersOf('004010')
  private position = 0
  private readonly reported = { count: 0 }
  /** Control numbers of the group's sets so far. */
  private controls = new Set<string>()

  constructor(private readonly handler: InspectHandler) {
    this.reader = new X12Reader({
      segment: (view) => this.segment(view),
      stray: (text, spot) => this.stray(text, spot),
    })
  }

  push(piece: string): void {
    this.reader.push(piece)
  }

  end(): void {
    this.reader.end()
    this.closeInterchange(null)
  }

  private segment(view: SegmentView): void {
    const code = codeOf(view)
    this.position++
    switch (code) {
      case codeISA:
        // One in the middle of things that lacks elements is a segment like any other that does not belong there.
        return view.count === isaElements ? this.beginInterchange(view) : this.inner(view, code)
      case codeIEA:
        return this.closeInterchange(view)
      case codeGS:
        return this.beginGroup(view)
      case codeGE:
        return this.closeGroup(view)
      case codeST:
        return this.beginTransaction(view)
      case codeSE:
        return this.endTransaction(view, code)
      default:
        this.inner(view, code)
    }
  }

  private stray(text: string, spot: TextPosition): void {
    if (!this.interchange) return this.handler.onStray?.(text, spot)
    const note = `Text that is no segment: “${text.slice(0, 40)}”`
    const fault = {
      level: 'interchange' as const,
      segment: '',
      position: this.position,
      element: null,
      code: '022',
      note,
    }
    addFault(this.interchange.faults, fault, null, spot)
  }

  private beginInterchange(view: SegmentView): void {
    this.closeInterchange(null, view)
    this.position = 1
    this.interchange = interchangeOf(view)
    const [wrong] = wrongLengths(view.elements())
    if (wrong !== undefined)
      this.tellInterchange(view, '022', `ISA${String(wrong).padStart(2, '0')} is not of its length`, wrong)
    if (!/^\d{9}$/.test(this.interchange.control))
      this.tellInterchange(view, '018', 'ISA13 is no control number of nine digits', 13)
    if (!/^[PTI]$/.test(this.interchange.usage)) this.tellInterchange(view, '020', 'ISA15 is neither P nor T', 15)
  }

  /** Closes at an IEA, or before what came instead of it. */
  private closeInterchange(view: SegmentView | null, instead: SegmentView | null = null): void {
    if (!this.interchange) {
      if (view) this.handler.onStray?.(view.elements().join(view.delimiters.element), view.spot())
      return
    }
    this.closeGroup(null, view ?? instead)
    const { interchange } = this
    if (!view)
      this.tellInterchange(null, '023', 'The interchange is not closed by an IEA', null, instead?.spot() ?? null)
    else {
      if (!sameNumber(view.element(2), interchange.control))
        this.tellInterchange(view, '001', `IEA02 ${view.element(2)} is not ISA13 ${interchange.control}`, 2)
      if (Number(view.element(1)) !== interchange.groups.length || view.element(1) === '')
        this.tellInterchange(
          view,
          '021',
          `IEA01 says ${view.element(1) || 'nothing'}, there are ${interchange.groups.length} groups`,
          1,
        )
    }
    this.interchange = null
    this.handler.onInterchange?.(interchange)
  }

  private beginGroup(view: SegmentView): void {
    if (!this.interchange) return
    this.closeGroup(null, view)
    this.group = groupOf(view)
    const { type, version, control } = this.group
    this.interchange.groups.push(this.group)
    this.controls = new Set()
    this.manners = mannersOf(version)
    if (!knownGroups.has(type)) this.tellGroup(view, '1', `Groups of ${type || 'no kind'} are not known here`, 1)
    if (!/^00[3-5]\d{3}/.test(version)) this.tellGroup(view, '2', `Version ${version || 'none'} is not known here`, 8)
    if (!/^\d{1,9}$/.test(control)) this.tellGroup(view, '6', 'GS06 is no control number', 6)
  }

  private closeGroup(view: SegmentView | null, instead: SegmentView | null = null): void {
    this.breakOff(view ?? instead)
    const { group } = this
    if (!group) {
      if (view && this.interchange) this.tellInterchange(view, '024', 'A GE without a GS')
      return
    }
    if (!view) this.tellGroup(null, '3', 'The group is not closed by a GE', null, instead?.spot() ?? null)
    else {
      group.statedCount = /^\d{1,6}$/.test(view.element(1)) ? Number(view.element(1)) : null
      if (!sameNumber(view.element(2), group.control))
        this.tellGroup(view, '4', `GE02 ${view.element(2)} is not GS06 ${group.control}`, 2)
      if (group.statedCount !== group.transactions.length)
        this.tellGroup(
          view,
          '5',
          `GE01 says ${view.element(1) || 'nothing'}, there are ${group.transactions.length} sets`,
          1,
        )
    }
    this.group = null
  }

  private beginTransaction(view: SegmentView): void {
    this.breakOff(view)
    const { group, manners, controls, reported } = this
    if (!group) {
      if (this.interchange) this.tellInterchange(view, '024', 'A set outside of a group')
      return
    }
    const keepsSegments = this.handler.keep?.(view.element(1)) ?? false
    this.open = new OpenSet(view, codeST, { group, manners, controls, reported, keepsSegments })
    group.transactions.push(this.open.report)
  }

  /** A segment between ST and SE. */
  private inner(view: SegmentView, code: number): void {
    if (this.open) this.open.segment(view, code)
    else if (this.group) this.tellGroup(view, '6', `Segment ${view.id} outside of a set`)
    else if (this.interchange) this.tellInterchange(view, '024', `Segment ${view.id} outside of a group`)
  }

  private endTransaction(view: SegmentView, code: number): void {
    if (!this.open) return this.inner(view, code)
    this.open.end(view, code)
    this.handOver(this.open)
  }

  /** A set that ends without its SE. */
  private breakOff(instead: SegmentView | null): void {
    if (!this.open) return
    this.open.breakOff(instead)
    this.handOver(this.open)
  }

  private handOver({ report, segments }: OpenSet): void {
    const { group, interchange } = this
    this.open = null
    if (group && interchange) this.handler.onTransaction?.({ interchange, group, report, segments })
  }

  private tellGroup(
    view: SegmentView | null,
    code: string,
    note: string,
    element: number | null = null,
    spot: TextPosition | null = null,
  ): void {
    const { position } = this
    addFault(this.group!.faults, { level: 'group', segment: 'GE', position, element, code, note }, view, spot)
  }

  private tellInterchange(
    view: SegmentView | null,
    code: string,
    note: string,
    element: number | null = null,
    spot: TextPosition | null = null,
  ): void {
    const { position } = this
    const fault = { level: 'interchange' as const, segment: 'IEA', position, element, code, note }
    addFault(this.interchange!.faults, fault, view, spot)
  }
}

/** The segment's identifier as a number, as `idCode` makes it of a string; 0 for what is no identifier. */
function codeOf({ starts, start, text }: SegmentView): number {
  const length = starts[1]! - 1 - starts[0]!
  if (length !== 2 && length !== 3) return 0
  const third = length === 3 ? text.charCodeAt(start + 2) : 0
  return (text.charCodeAt(start) << 16) | (text.charCodeAt(start + 1) << 8) | third
}

/** The report of every interchange of a text that is held whole. */
export function inspect(text: string): InterchangeReport[] {
  const reports: InterchangeReport[] = []
  const inspector = new Inspector({ onInterchange: (report) => reports.push(report) })
  inspector.push(text)
  inspector.end()
  return reports
}
