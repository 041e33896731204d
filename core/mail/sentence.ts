import { type Draft, emptyDraft, fact, placeWords, setDay } from './draft'
import type { Mark } from './marks'
import { settleDrafts } from './settle'

/** What one sentence or line of a list says: trucks with a place, and what it says beside any place. */
export interface SentenceRead {
  trucks: Draft[]
  loose: Draft
  /** Whether what it says beside is of every truck before (`both`, `all`), or of the last (`he`). */
  scope: 'all' | 'one' | null
  isGone: boolean
}

/** Which end of a way the next place is: where nothing was said, it follows from what came before. */
type Direction = 'to' | 'from' | 'not' | null

class SentenceReader {
  private readonly drafts: Draft[] = []
  private current = emptyDraft()
  private direction: Direction = null
  /** Whether a destination was named since the last word that asked for one. */
  private hasTaken = false
  private signs = ''
  private last: Mark | null = null
  private scope: SentenceRead['scope'] = null
  private isGone = false
  /** Whether the truck in hand has a verb of its own: its day is not of those before it. */
  private hasVerb = false
  /** A number said before a list is of all in it: `3 flatbeds: Lufkin, Longview, Texarkana`. */
  private total: Draft['count'] = null

  constructor(private readonly part: number) {}

  read(marks: readonly Mark[]): SentenceRead {
    for (const [at, mark] of marks.entries()) {
      this.take(mark, marks[at + 1])
      if (mark.kind === 'sign' || (mark.kind === 'cue' && mark.cue === 'and')) continue
      this.signs = ''
      this.last = mark
    }
    this.drafts.push(this.current)
    const settled = settleDrafts(this.drafts, { total: this.total, isShared: this.scope === 'all' })
    return { ...settled, scope: this.scope, isGone: this.isGone }
  }

  private startNew(): void {
    this.drafts.push(this.current)
    this.current = emptyDraft()
    this.direction = null
    this.hasVerb = false
  }

  private take(mark: Mark, next: Mark | undefined): void {
    const { current, part } = this
    switch (mark.kind) {
      case 'sign':
        this.takeSign(mark.sign)
        break
      case 'cue':
        this.takeCue(mark)
        break
      case 'anywhere':
        current.goesAnywhere = true
        this.direction = 'to'
        this.hasTaken = false
        break
      case 'regions':
        this.takeRegions(mark, next)
        break
      case 'place':
        this.takePlace(mark)
        break
      case 'equipment':
        this.takeEquipment(mark)
        break
      case 'count':
        if (current.place && (current.count || (!mark.hasNoun && this.signs !== ''))) this.startNew()
        this.current.count = fact(mark.count, mark, part, 0.9)
        break
      case 'day':
        this.takeDay(mark)
        break
      case 'morning':
        if (current.isTonight && current.from) {
          const next = new Date(Date.parse(`${current.from.value}T00:00:00Z`) + 86_400_000).toISOString().slice(0, 10)
          current.from = { ...current.from, value: next, confidence: 0.75 }
        }
        break
      case 'radius':
        current.radiusMiles ??= fact(mark.miles, mark, part)
        break
      case 'length':
        current.lengthFt ??= fact(mark.feet, mark, part)
        break
      case 'weight':
        current.weightLb ??= fact(mark.pounds, mark, part)
        break
      case 'money':
        current.rate ??= fact(mark.rate, mark, part, 0.9)
        break
      default:
    }
  }

  private takeSign(sign: string): void {
    this.signs += sign
    if (sign === ':' && this.current.count && !this.current.place)
      [this.total, this.current.count] = [this.current.count, null]
    if (sign === ';' || (/[-|)]/.test(sign) && this.hasTaken)) this.direction = null
    if (sign === ':' && this.direction === 'from') this.direction = null
  }

  private takeCue(mark: Extract<Mark, { kind: 'cue' }>): void {
    if (mark.cue === 'to') {
      if (this.direction === 'not') return
      this.direction = 'to'
      this.hasTaken = false
    } else if (mark.cue === 'from') {
      if (mark.span.to - mark.span.from > 3) this.hasVerb = true
      const isAsked =
        this.direction === 'to' && !this.hasTaken && (this.current.place || this.last?.kind === 'anywhere')
      if (!isAsked && this.direction !== 'not') this.direction = 'from'
    } else if (mark.cue === 'not') this.direction = 'not'
    else if (mark.cue === 'and') this.signs += '&'
    else if (mark.cue === 'all' || mark.cue === 'one') this.scope ??= mark.cue
    else if (mark.cue === 'gone') {
      if (this.current.place) this.current.isGone = true
      else this.isGone = true
    }
  }

  private takeRegions(mark: Extract<Mark, { kind: 'regions' }>, next: Mark | undefined): void {
    const { current } = this
    const facts = mark.states.map((state) => fact(state, mark, this.part, mark.confidence))
    if (this.direction === 'not') {
      current.avoids.push(...facts)
      return
    }
    // `GA: Atlanta, Columbus`: the state of a list, not where anything goes.
    if (!current.place && this.direction !== 'to' && next?.kind === 'sign' && next.sign === ':') return
    if (this.direction === 'from' && !current.place) return
    // `the midwest (IL IN OH)`: the states named are what is meant.
    const isVague = current.destinations.every(({ confidence }) => confidence <= 0.6)
    if (current.hasGroup && !mark.isGroup && (this.signs.includes('(') || isVague))
      [current.destinations, current.hasGroup] = [[], false]
    if (mark.isGroup && current.destinations.length === 0) current.hasGroup = true
    current.destinations.push(...facts)
    this.direction = 'to'
    this.hasTaken = true
  }

  private takePlace(mark: Extract<Mark, { kind: 'place' }>): void {
    const place = fact(mark.place, mark, this.part, mark.confidence)
    if (this.direction === 'not') {
      this.current.avoids.push({ ...place, value: placeWords(mark.place) })
      return
    }
    // `within 75 miles of Portland` names the same place again.
    if (this.current.place && placeWords(this.current.place.value) === placeWords(mark.place)) return
    if (this.isDestination()) {
      this.current.destinations.push({ ...place, value: placeWords(mark.place) })
      this.direction = 'to'
      this.hasTaken = true
      return
    }
    if (this.current.place) this.startNew()
    this.current.place = place
    this.direction = null
  }

  private isDestination(): boolean {
    const { current, direction, last, signs } = this
    if (direction === 'from') return false
    if (direction === 'to') {
      // A list of trucks may go on behind a list of states: `Boise to CA, Nampa to OR`.
      const isListed = last?.kind === 'place' || last?.kind === 'regions'
      return !(this.hasTaken && isListed && last.kind === 'regions' && current.place !== null && /[,;]/.test(signs))
    }
    if (!current.place) return false
    // `Memphis TN - Dallas TX`, and behind what is said of a truck: `Memphis TN - van - 12/3 - Dallas TX`.
    if (last?.kind === 'place') return /^[-/]$/.test(signs)
    return signs === '-' && current.equipment !== null
  }

  private takeEquipment(mark: Extract<Mark, { kind: 'equipment' }>): void {
    const { part } = this
    // `2 chassis with 40 ft containers` is said once.
    if (this.current.equipment?.value === mark.equipment && mark.count === null && !this.current.place) {
      if (mark.lengthFt !== null) this.current.lengthFt ??= fact(mark.lengthFt, mark, part)
      return
    }
    if (this.current.equipment) {
      // `van/reefer`: either will do; the first is what it is.
      if (this.signs === '/' && mark.count === null) return
      // `can go dry van` says what it can do as well.
      if (this.direction === 'to' && !this.hasTaken && mark.count === null) return
      this.startNew()
    }
    this.current.equipment = fact(mark.equipment, mark, part, mark.confidence)
    if (mark.count !== null) this.current.count = fact(mark.count, mark, part)
    if (mark.lengthFt !== null) this.current.lengthFt = fact(mark.lengthFt, mark, part)
  }

  private takeDay(mark: Extract<Mark, { kind: 'day' }>): void {
    const { current } = this
    // `back in Boise by Wednesday` is when it has to be there.
    if (this.last?.kind === 'cue' && this.last.cue === 'by' && this.hasTaken) return
    if (!current.from) {
      current.hasSharedDay = !this.hasVerb || this.signs.includes(',') || this.scope === 'all'
      return setDay(current, mark, this.part)
    }
    if (current.from.value === mark.from) return
    if (current.isTonight && current.place && this.signs === '') return setDay(current, mark, this.part)
    if (!current.place || !/[,;&|.]/.test(this.signs)) return
    this.startNew()
    setDay(this.current, mark, this.part)
  }
}

/** What a sentence, or a line of a list, says of trucks. */
export const readSentence = (marks: readonly Mark[], part: number): SentenceRead => new SentenceReader(part).read(marks)
