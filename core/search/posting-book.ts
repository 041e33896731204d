import { type Bits, clearBit, hasBit, KeyedBits, makeBits, setBit } from './bits'
import { NameSearch, Names } from './names'
import { Places, SlotsByPlace } from './places'
import { dayNumber, instantOf, type Posting, payInAll, payPerMile, postingKinds } from './posting'
import { decimal, decimals, noPay, Rows, whole, wholes } from './rows'

/** A posting free on more days than this is not listed under each of them. */
export const longestListedDays = 14

const firstCapacity = 1024

/** All postings of one kind, made ready to be searched: a row for each slot, sets of slots by what is asked often, lists by place. */
export class PostingBook {
  rows = new Rows(firstCapacity)
  readonly ids: string[] = []
  /** Slots that were ever used; some are free again. */
  end = 0
  readonly live: Bits = makeBits()
  readonly full: Bits = makeBits()
  readonly equipment = new KeyedBits()
  readonly originStates = new KeyedBits()
  /** By the destination's state, and by every state that a posting goes to. */
  readonly toStates = new KeyedBits()
  /** By the market area of each end; all postings of one place are in the area that the first of them named. */
  readonly originAreas = new KeyedBits()
  readonly toAreas = new KeyedBits()
  readonly areas = new Names()
  private readonly areaOfPlace: (number | null)[] = []
  /** Open to anywhere. */
  readonly open: Bits = makeBits()
  readonly days = new KeyedBits()
  /** Free on too many days to be listed under each, or from its last day to its first. */
  readonly long: Bits = makeBits()
  readonly places = new Places()
  readonly fromPlace = new SlotsByPlace()
  readonly toPlace = new SlotsByPlace()
  readonly states = new Names()
  readonly equipmentNames = new Names()
  private readonly companies = new Names()
  readonly companySearch = new NameSearch(this.companies)
  /** No posting here was posted later. */
  newest = Number.NEGATIVE_INFINITY
  private readonly slots = new Map<string, number>()
  /** The states that a slot goes to, by number; most go to one. */
  readonly goesTo: (readonly number[])[] = []
  private readonly free: number[] = []

  get size(): number {
    return this.slots.size
  }

  /** Adds a posting; one with the same id gives way to it. */
  put(posting: Posting): void {
    this.remove(posting.id)
    const slot = this.free.pop() ?? this.newSlot()
    this.slots.set(posting.id, slot)
    this.ids[slot] = posting.id
    this.enterRow(posting, slot)
    this.goesTo[slot] = this.statesOf(posting)
    setBit(this.live, slot)
    if (posting.full ?? true) setBit(this.full, slot)
    this.eachSet(slot, (bits, key) => bits.add(key, slot))
    if (this.goesTo[slot]!.length === 0) setBit(this.open, slot)
    if (this.isLong(slot)) setBit(this.long, slot)
  }

  /** Takes a posting out; whether it was there. */
  remove(id: string): boolean {
    const slot = this.slots.get(id)
    if (slot === undefined) return false
    this.slots.delete(id)
    this.free.push(slot)
    clearBit(this.live, slot)
    if (hasBit(this.full.words, slot)) clearBit(this.full, slot)
    this.eachSet(slot, (bits, key) => bits.remove(key, slot))
    if (this.goesTo[slot]!.length === 0) clearBit(this.open, slot)
    if (this.isLong(slot)) clearBit(this.long, slot)
    this.fromPlace.remove(this.whole(slot, 'originPlace'), slot)
    const destPlace = this.whole(slot, 'destPlace')
    if (destPlace >= 0) this.toPlace.remove(destPlace, slot)
    return true
  }

  private newSlot(): number {
    if (this.end === this.rows.capacity) this.rows = this.rows.doubled()
    return this.end++
  }

  private enterRow(posting: Posting, slot: number): void {
    const { origin, destination } = posting
    const at = slot * decimals
    const row = this.rows.decimals
    row[at + decimal.postedAt] = instantOf(posting.postedAt)
    this.newest = Math.max(this.newest, row[at + decimal.postedAt]!)
    row[at + decimal.perMile] = payPerMile(posting)
    row[at + decimal.lengthFt] = posting.lengthFt ?? Number.NaN
    row[at + decimal.weightLb] = posting.weightLb ?? Number.NaN
    const from = slot * wholes
    const numbers = this.rows.wholes
    const earliest = dayNumber(posting.earliest)
    numbers[from + whole.earliest] = earliest
    numbers[from + whole.latest] = posting.latest ? dayNumber(posting.latest) : earliest
    numbers[from + whole.originPlace] = this.placeOf(origin)
    numbers[from + whole.destPlace] = destination ? this.placeOf(destination) : -1
    numbers[from + whole.originState] = this.states.numberOf(origin.region)
    numbers[from + whole.equipment] = this.equipmentNames.numberOf(posting.equipment)
    numbers[from + whole.company] = this.companies.numberOf((posting.company ?? '').toLowerCase())
    const pay = payInAll(posting)
    numbers[from + whole.pay] = Number.isNaN(pay) ? noPay : Math.round(pay * 100)
    this.fromPlace.add(numbers[from + whole.originPlace]!, slot)
    if (destination) this.toPlace.add(numbers[from + whole.destPlace]!, slot)
  }

  private placeOf(point: Posting['origin']): number {
    const place = this.places.numberOf(point)
    if (this.areaOfPlace[place] === undefined)
      this.areaOfPlace[place] = point.area ? this.areas.numberOf(point.area) : null
    return place
  }

  /** A whole number of a slot's row. */
  whole(slot: number, name: keyof typeof whole): number {
    return this.rows.wholes[slot * wholes + whole[name]]!
  }

  private isLong(slot: number): boolean {
    const days = this.whole(slot, 'latest') - this.whole(slot, 'earliest')
    return days < 0 || days >= longestListedDays
  }

  /** Every set that a slot is in by a key. */
  private eachSet(slot: number, run: (bits: KeyedBits, key: number) => void): void {
    run(this.equipment, this.whole(slot, 'equipment'))
    run(this.originStates, this.whole(slot, 'originState'))
    const [from, to] = [this.whole(slot, 'originPlace'), this.whole(slot, 'destPlace')]
    const [fromArea, toArea] = [this.areaOfPlace[from], to < 0 ? null : this.areaOfPlace[to]]
    if (fromArea != null) run(this.originAreas, fromArea)
    if (toArea != null) run(this.toAreas, toArea)
    for (const state of this.goesTo[slot]!) run(this.toStates, state)
    if (this.isLong(slot)) return
    const latest = this.whole(slot, 'latest')
    for (let day = this.whole(slot, 'earliest'); day <= latest; day++) run(this.days, day)
  }

  private statesOf({ destination, toStates }: Posting): readonly number[] {
    if (!toStates || toStates.length === 0) return destination ? [this.states.numberOf(destination.region)] : nowhere
    const all = destination ? [...toStates, destination.region] : toStates
    return [...new Set(all)].map((state) => this.states.numberOf(state))
  }
}

const nowhere: readonly number[] = []

/** All postings, loads and trucks apart: each is searched for by itself. */
export type PostingIndex = Record<Posting['kind'], PostingBook>

export const makePostingIndex = (): PostingIndex => ({ load: new PostingBook(), truck: new PostingBook() })

/** Adds a posting, in place of whatever had its id. */
export function putPosting(index: PostingIndex, posting: Posting): void {
  for (const kind of postingKinds) if (kind !== posting.kind) index[kind].remove(posting.id)
  index[posting.kind].put(posting)
}
