import { elementFaults, type VersionManners } from './elements'
import { segmentSpecs, setMembers, setOrders } from './grammar/grammar'
import { groupOfSet, type SetId } from './grammar/sets'
import { Order } from './order'
import type { SegmentView } from './reader'
import { type Fault, type GroupReport, maxFaults, nowhere, type Segment, type TransactionReport } from './x12'

/** Faults reported of all the sets of a file: a broken one has more than anybody reads. */
const maxReportedOfFile = 2_000

const stepWords = {
  4: 'The loop occurs too often',
  5: 'The segment occurs too often',
  7: 'The segment is not in its sequence',
} as const

/** What a set has to know of the file around it. */
export interface SetSurroundings {
  group: GroupReport
  manners: VersionManners
  /** Control numbers of the group's sets so far. */
  controls: Set<string>
  /** Faults of sets reported in the file so far. */
  reported: { count: number }
  /** Whether its segments are wanted. */
  keepsSegments: boolean
}

type SetFault = Pick<Fault, 'level' | 'element' | 'code' | 'note'>

/** One transaction set while it is read, from ST to SE: its envelope, the order of its segments, every element. */
export class OpenSet {
  readonly report: TransactionReport
  readonly segments: Segment[] = []
  private readonly set: SetId | null
  private readonly order: Order | null
  private readonly members: ReadonlySet<number> | null
  private isRejected = false

  constructor(
    view: SegmentView,
    codeST: number,
    private readonly around: SetSurroundings,
  ) {
    const [type, control] = [view.element(1), view.element(2)]
    this.set = Object.hasOwn(setOrders, type) ? (type as SetId) : null
    this.order = this.set && new Order(setOrders[this.set])
    this.members = this.set && setMembers[this.set]
    this.report = { type, control, segments: 0, verdict: 'A', faults: [] }
    this.checkStart(view)
    around.controls.add(control)
    this.segment(view, codeST)
  }

  private checkStart(view: SegmentView): void {
    const { type, control } = this.report
    const { group, controls } = this.around
    if (!this.set) this.tellEnvelope(view, 1, '1', `Set ${type || 'without a number'} is not known here`)
    else if (groupOfSet[this.set] !== group.type)
      this.tellEnvelope(view, 1, '6', `A ${type} does not belong in a group of ${group.type}`)
    if (control.length < 4 || control.length > 9 || !/^\w+$/.test(control))
      this.tellEnvelope(view, 2, '7', 'ST02 is no control number of 4 to 9 characters')
    else if (controls.has(control))
      this.tellEnvelope(view, 2, '7', `Control number ${control} occurs twice in the group`)
  }

  /** A segment between ST and SE, both included. */
  segment(view: SegmentView, code: number): void {
    this.report.segments++
    if (this.around.keepsSegments) this.segments.push(view.elements())
    if (!this.order) return
    const { place, fault: stray, missing } = this.order.next(code)
    if (place === null && !this.members!.has(code)) return this.tellForeign(view, code)
    for (const id of missing)
      this.tell(view, { level: 'segment', element: null, code: '3', note: `${id} must come before this` }, id)
    const fault = place === null ? '7' : stray
    if (fault) this.tell(view, { level: 'segment', element: null, code: fault, note: stepWords[fault] })
    this.checkElements(view, place?.spec ?? segmentSpecs.get(code)!)
  }

  /** A segment of another set, or of none. */
  private tellForeign(view: SegmentView, code: number): void {
    const known = segmentSpecs.has(code)
    this.tell(view, {
      level: 'segment',
      element: null,
      code: known ? '6' : '1',
      note: known ? `${view.id} does not belong in a ${this.set}` : `There is no segment “${view.id.slice(0, 12)}”`,
    })
  }

  private checkElements(view: SegmentView, spec: Parameters<typeof elementFaults>[1]): void {
    for (const { element, code, note, grave } of elementFaults(view, spec, this.around.manners)) {
      const where = `${view.id}${String(element).padStart(2, '0')}`
      this.tell(view, { level: 'element', element, code, note: `${where} ${note}` }, view.id, grave)
    }
  }

  /** Its SE: the count and the control number are those of the set. */
  end(view: SegmentView, codeSE: number): void {
    this.segment(view, codeSE)
    const { segments, control: started } = this.report
    const [count, control] = [view.element(1), view.element(2)]
    if (/^\d{1,10}$/.test(count) && Number(count) !== segments)
      this.tellEnvelope(view, 1, '4', `SE01 says ${count} segments, there are ${segments}`)
    if (control !== started) this.tellEnvelope(view, 2, '3', `SE02 ${control || 'empty'} is not ST02 ${started}`)
    this.judge()
  }

  /** It ends without its SE, before what came instead. */
  breakOff(instead: SegmentView | null): void {
    this.isRejected = true
    this.report.faults.push({
      level: 'transaction',
      segment: 'SE',
      position: this.report.segments + 1,
      element: null,
      code: '2',
      note: 'The set is not closed by an SE',
      spot: instead?.spot() ?? nowhere,
    })
    this.judge()
  }

  private judge(): void {
    const noted = this.report.faults.length > 0 ? 'E' : 'A'
    this.report.verdict = this.isRejected ? 'R' : noted
  }

  private tellEnvelope(view: SegmentView, element: number, code: string, note: string): void {
    this.tell(view, { level: 'transaction', element, code, note })
  }

  private tell(view: SegmentView, fault: SetFault, segment = view.id, grave = true): void {
    const { faults, segments } = this.report
    const { reported } = this.around
    if (grave) this.isRejected = true
    // Beyond them a set is still rejected, only no more is reported of it.
    if (faults.length >= maxFaults || reported.count >= maxReportedOfFile) return
    reported.count++
    const value = fault.element === null ? '' : view.element(fault.element)
    faults.push({
      ...fault,
      segment,
      position: Math.max(1, segments),
      ...(value === '' ? {} : { value: value.slice(0, 99) }),
      spot: view.spot(fault.element ?? 0),
    })
  }
}
