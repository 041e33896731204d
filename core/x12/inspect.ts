import { elementFaults, mannersOf, type VersionManners } from './elements'
import { idCode, segmentSpecs, setMembers, setOrders } from './grammar/grammar'
import { groupOfSet, type SetId } from './grammar/sets'
import { wrongLengths } from './isa'
import { Order } from './order'
import { type SegmentView, X12Reader } from './reader'
import type { Fault, GroupReport, InterchangeReport, Segment, TextPosition, TransactionReport } from './x12'

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
const [codeST, codeSE, codeGS, codeGE, codeISA, codeIEA] = ['ST', 'SE', 'GS', 'GE', 'ISA', 'IEA'].map(idCode) as [
  number,
  number,
  number,
  number,
  number,
  number,
]

interface Open {
  report: TransactionReport
  set: SetId | null
  order: Order | null
  members: ReadonlySet<number> | null
  segments: Segment[] | null
  grave: boolean
}

/**
 * Validates interchanges as they are read: envelopes, the order of segments, every element. A fault rejects its own transaction and no other
 * (an error only noted where an element that may be missing is of wrong length or characters). Memory holds one transaction and the
 * verdicts.
 */
export class Inspector {
  private readonly reader: X12Reader
  private interchange: InterchangeReport | null = null
  private group: GroupReport | null = null
  private open: Open | null = null
  private manners: VersionManners = mannersOf('004010')
  private position = 0
  /** Faults of sets reported so far. */
  private reported = 0
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
    const id = view.starts[1]! - 1 - view.starts[0]!
    const code =
      id === 2 || id === 3
        ? (view.text.charCodeAt(view.start) << 16) |
          (view.text.charCodeAt(view.start + 1) << 8) |
          (id === 3 ? view.text.charCodeAt(view.start + 2) : 0)
        : 0
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
    if (this.interchange) {
      if (this.interchange.faults.length < maxFaults)
        this.interchange.faults.push({
          level: 'interchange',
          segment: '',
          position: this.position,
          element: null,
          code: '022',
          note: `Text that is no segment: “${text.slice(0, 40)}”`,
          spot,
        })
    } else this.handler.onStray?.(text, spot)
  }

  private beginInterchange(view: SegmentView): void {
    this.closeInterchange(null, view)
    const at = (element: number) => view.element(element)
    this.position = 1
    this.interchange = {
      sender: { qualifier: at(5), id: at(6).trim() },
      receiver: { qualifier: at(7), id: at(8).trim() },
      control: at(13),
      version: at(12),
      usage: at(15),
      date: at(9),
      time: at(10),
      wantsAck: at(14) === '1',
      delimiters: view.delimiters,
      start: view.spot().offset,
      groups: [],
      faults: [],
    }
    const [wrong] = wrongLengths(view.elements())
    if (wrong !== undefined)
      this.tellInterchange(view, '022', `ISA${String(wrong).padStart(2, '0')} is not of its length`, wrong)
    if (!/^\d{9}$/.test(at(13))) this.tellInterchange(view, '018', 'ISA13 is no control number of nine digits', 13)
    if (!/^[PTI]$/.test(at(15))) this.tellInterchange(view, '020', 'ISA15 is neither P nor T', 15)
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
    const at = (element: number) => view.element(element)
    this.group = {
      type: at(1),
      sender: at(2),
      receiver: at(3),
      control: at(6),
      version: at(8),
      transactions: [],
      statedCount: null,
      faults: [],
    }
    this.interchange.groups.push(this.group)
    this.controls = new Set()
    this.manners = mannersOf(at(8))
    if (!knownGroups.has(at(1))) this.tellGroup(view, '1', `Groups of ${at(1) || 'no kind'} are not known here`, 1)
    if (!/^00[3-5]\d{3}/.test(at(8))) this.tellGroup(view, '2', `Version ${at(8) || 'none'} is not known here`, 8)
    if (!/^\d{1,9}$/.test(at(6))) this.tellGroup(view, '6', 'GS06 is no control number', 6)
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
    if (!this.group) {
      if (this.interchange) this.tellInterchange(view, '024', 'A set outside of a group')
      return
    }
    const [type, control] = [view.element(1), view.element(2)]
    const set = Object.hasOwn(setOrders, type) ? (type as SetId) : null
    const report: TransactionReport = { type, control, segments: 0, verdict: 'A', faults: [] }
    this.group.transactions.push(report)
    this.open = {
      report,
      set,
      order: set && new Order(setOrders[set]),
      members: set && setMembers[set],
      segments: this.handler.keep?.(type) ? [] : null,
      grave: false,
    }
    if (!set)
      this.tell(view, {
        level: 'transaction',
        element: 1,
        code: '1',
        note: `Set ${type || 'without a number'} is not known here`,
      })
    else if (groupOfSet[set] !== this.group.type)
      this.tell(view, {
        level: 'transaction',
        element: 1,
        code: '6',
        note: `A ${type} does not belong into a group of ${this.group.type}`,
      })
    if (control.length < 4 || control.length > 9 || !/^\w+$/.test(control))
      this.tell(view, {
        level: 'transaction',
        element: 2,
        code: '7',
        note: 'ST02 is no control number of 4 to 9 characters',
      })
    else if (this.controls.has(control))
      this.tell(view, {
        level: 'transaction',
        element: 2,
        code: '7',
        note: `Control number ${control} stands twice in the group`,
      })
    this.controls.add(control)
    this.inner(view, codeST)
  }

  /** A segment between ST and SE, both included. */
  private inner(view: SegmentView, code: number): void {
    const { open } = this
    if (!open) {
      if (this.group) this.tellGroup(view, '6', `Segment ${view.id} outside of a set`)
      else if (this.interchange) this.tellInterchange(view, '024', `Segment ${view.id} outside of a group`)
      return
    }
    open.report.segments++
    if (open.segments) open.segments.push(view.elements())
    if (!open.order) return
    const { place, fault: stray, missing } = open.order.next(code)
    if (place === null && !open.members!.has(code)) {
      const known = segmentSpecs.has(code)
      this.tell(view, {
        level: 'segment',
        element: null,
        code: known ? '6' : '1',
        note: known ? `${view.id} does not belong into a ${open.set}` : `There is no segment “${view.id.slice(0, 12)}”`,
      })
      return
    }
    if (missing.length > 0)
      for (const id of missing)
        this.tell(view, { level: 'segment', element: null, code: '3', note: `${id} must stand before this` }, id)
    const fault = place === null ? '7' : stray
    if (fault) this.tell(view, { level: 'segment', element: null, code: fault, note: stepWords[fault] })
    const spec = place?.spec ?? segmentSpecs.get(code)!
    const faults = elementFaults(view, spec, this.manners)
    if (faults.length === 0) return
    for (const fault of faults) {
      this.tell(
        view,
        {
          level: 'element',
          element: fault.element,
          code: fault.code,
          note: `${view.id}${String(fault.element).padStart(2, '0')} ${fault.note}`,
        },
        view.id,
        fault.grave,
      )
    }
  }

  private endTransaction(view: SegmentView, code: number): void {
    const { open } = this
    this.inner(view, code)
    if (!open) return
    const [count, control] = [view.element(1), view.element(2)]
    if (/^\d{1,10}$/.test(count) && Number(count) !== open.report.segments)
      this.tell(view, {
        level: 'transaction',
        element: 1,
        code: '4',
        note: `SE01 says ${count} segments, there are ${open.report.segments}`,
      })
    if (control !== open.report.control)
      this.tell(view, {
        level: 'transaction',
        element: 2,
        code: '3',
        note: `SE02 ${control || 'empty'} is not ST02 ${open.report.control}`,
      })
    this.closeTransaction()
  }

  /** A set that ends without its SE. */
  private breakOff(instead: SegmentView | null): void {
    const { open } = this
    if (!open) return
    open.grave = true
    open.report.faults.push({
      level: 'transaction',
      segment: 'SE',
      position: open.report.segments + 1,
      element: null,
      code: '2',
      note: 'The set is not closed by an SE',
      spot: instead?.spot() ?? nowhere,
    })
    this.closeTransaction()
  }

  private closeTransaction(): void {
    const { open, group, interchange } = this
    if (!open || !group || !interchange) return
    const { report } = open
    const noted = report.faults.length > 0 ? 'E' : 'A'
    report.verdict = open.grave ? 'R' : noted
    this.open = null
    this.handler.onTransaction?.({ interchange, group, report, segments: open.segments ?? [] })
  }

  private tell(
    view: SegmentView,
    fault: Pick<Fault, 'level' | 'element' | 'code' | 'note'>,
    segment = view.id,
    grave = true,
  ): void {
    const { open } = this
    if (!open) return
    if (grave) open.grave = true
    // Beyond them a set is still rejected, only no more is said of it.
    if (open.report.faults.length >= maxFaults || this.reported >= maxReportedOfFile) return
    this.reported++
    const value = fault.element === null ? '' : view.element(fault.element)
    open.report.faults.push({
      ...fault,
      segment,
      position: Math.max(1, open.report.segments),
      ...(value === '' ? {} : { value: value.slice(0, 99) }),
      spot: view.spot(fault.element ?? 0),
    })
  }

  private tellGroup(
    view: SegmentView | null,
    code: string,
    note: string,
    element: number | null = null,
    spot: TextPosition | null = null,
  ): void {
    if (this.group!.faults.length < maxFaults)
      this.group!.faults.push({
        level: 'group',
        segment: view?.id ?? 'GE',
        position: this.position,
        element,
        code,
        note,
        spot: view?.spot(element ?? 0) ?? spot ?? nowhere,
      })
  }

  private tellInterchange(
    view: SegmentView | null,
    code: string,
    note: string,
    element: number | null = null,
    spot: TextPosition | null = null,
  ): void {
    if (this.interchange!.faults.length < maxFaults)
      this.interchange!.faults.push({
        level: 'interchange',
        segment: view?.id ?? 'IEA',
        position: this.position,
        element,
        code,
        note,
        spot: view?.spot(element ?? 0) ?? spot ?? nowhere,
      })
  }
}

/** Faults reported of one set, group or interchange: a broken file has more than anybody reads. */
const maxFaults = 200
/** And of all the sets of a file. */
const maxReportedOfFile = 2_000
const nowhere: TextPosition = { offset: 0, line: 1, column: 1 }

const stepWords = {
  4: 'The loop stands too often',
  5: 'The segment stands too often',
  7: 'The segment is not in its sequence',
} as const

/** Control numbers are the same with and without leading noughts. */
const sameNumber = (one: string, other: string) =>
  one !== '' && one.replace(/^0+(?=.)/, '') === other.trim().replace(/^0+(?=.)/, '')

/** The report of every interchange of a text that is held whole. */
export function inspect(text: string): InterchangeReport[] {
  const reports: InterchangeReport[] = []
  const inspector = new Inspector({ onInterchange: (report) => reports.push(report) })
  inspector.push(text)
  inspector.end()
  return reports
}
