import { asTruck, type Draft, emptyDraft, fill } from './draft'
import { isAboutFreight, isQuestion, isStatus, isTheirs } from './gates'
import { tokensOf } from './lexer'
import type { MailTruck } from './mail'
import type { Mark } from './marks'
import { codeAt } from './regions-in-text'
import { type ScanContext, scan } from './scan'
import { readSentence, type SentenceRead } from './sentence'
import { sentenceEnds, type Unit } from './units'

/** What a heading says of the lines below it. */
interface Heading {
  draft: Draft
  region: string | null
}

/** A sentence, or a line of a list, with where it begins in its part and what it says. */
export interface Sentence {
  text: string
  from: number
  marks: Mark[]
}

/** Reads the lines and sentences of one part, in their order, into trucks. */
export class TruckReader {
  private readonly trucks: { draft: Draft; heading: Draft }[] = []
  /** Where the trucks of the paragraph begin among all. */
  private paragraph = 0
  private heading: Heading = { draft: emptyDraft(), region: null }
  /** What was said before any truck: `I have vans tomorrow at:`. */
  private before = emptyDraft()
  /** The place that the sentence before asked about. */
  private asked: Draft | null = null

  constructor(
    private readonly context: ScanContext,
    private readonly part: number,
  ) {}

  /** The sentences of one stretch with what each says, read by the state that the list is of; none where it only heads what follows. */
  sentencesOf(unit: Unit): Sentence[] {
    if (unit.text.trim() === '') {
      this.paragraph = this.trucks.length
      return []
    }
    const region = regionPrefix(unit.text)
    if (region?.isAll) {
      this.heading = { draft: this.heading.draft, region: region.code }
      return []
    }
    const context = { ...this.context, region: region?.code ?? this.heading.region }
    let from = 0
    return sentenceEnds(unit.text).map((end) => {
      const text = unit.text.slice(from, end)
      const sentence = { text, from: unit.from + from, marks: scan(text, unit.from + from, context) }
      from = end
      return sentence
    })
  }

  /** Reads the sentences of one stretch. */
  read(sentences: readonly Sentence[]): void {
    for (const { text, marks } of sentences)
      if (sentences.length === 1 && isHeading(text, marks)) this.takeHeading(marks)
      else this.takeSentence(text, marks)
  }

  /** Adds trucks that were read elsewhere, out of a table. */
  add(drafts: readonly Draft[]): void {
    for (const draft of drafts) this.trucks.push({ draft, heading: this.heading.draft })
  }

  private takeHeading(marks: readonly Mark[]): void {
    const { loose } = readSentence(marks, this.part)
    const draft = { ...this.heading.draft }
    if (loose.from) [draft.from, draft.to] = [loose.from, loose.to]
    if (loose.equipment) [draft.equipment, draft.lengthFt] = [loose.equipment, loose.lengthFt]
    this.heading = { draft, region: this.heading.region }
    this.paragraph = this.trucks.length
  }

  private takeSentence(text: string, marks: readonly Mark[]): void {
    const asked = this.asked
    this.asked = null
    if (isAboutFreight(text) || isStatus(text) || isTheirs(text)) return
    const read = readSentence(marks, this.part)
    if (read.isGone && read.trucks.length === 0) return
    if (isBareQuestion(text)) {
      this.asked = read.trucks[0] ?? null
      return
    }
    // `Anything out of Milwaukee Monday? I have a box truck there.`
    if (
      asked &&
      read.trucks.length === 0 &&
      read.loose.equipment &&
      /\b(?:there|have|got)\b/i.test(text) &&
      !/\b(?:run|fleet)\b/i.test(text)
    ) {
      fill(asked, read.loose, 0.9)
      asked.count ??= read.loose.count
      read.trucks.push(asked)
    }
    if (read.trucks.length > 0 && !isDoubtful(text, marks)) {
      for (const draft of read.trucks) {
        if (read.isGone) draft.isGone = true
        const known = this.saidAgain(draft)
        if (known) {
          fill(known, { ...draft, count: null }, 0.9)
          continue
        }
        fill(draft, { ...this.before, destinations: this.before.destinations }, 0.95)
        this.trucks.push({ draft, heading: this.heading.draft })
      }
      this.before = emptyDraft()
      return
    }
    if (read.trucks.length === 0) this.takeLoose(text, read)
  }

  /** The truck that a sentence says more of: `ATL vans prefer FL`. */
  private saidAgain(draft: Draft): Draft | null {
    const says = draft.destinations.length > 0 || draft.rate || draft.weightLb || draft.avoids.length > 0
    if (draft.from || draft.count || draft.isGone || !draft.place || !says) return null
    const { city, region } = draft.place.value
    const same = this.trucks
      .slice(this.paragraph)
      .filter(
        ({ draft: { place, equipment } }) =>
          place?.value.city === city &&
          place.value.region === region &&
          (!draft.equipment || equipment?.value === draft.equipment.value),
      )
    return same.length === 1 ? same[0]!.draft : null
  }

  /** What a sentence without a place says is of the trucks before it, or of those that follow. */
  private takeLoose(text: string, { loose, scope }: SentenceRead): void {
    if (isQuestion(text) && !/\bi have|i've got|we have\b/i.test(text)) return
    const own = this.trucks.length > this.paragraph ? this.trucks.slice(this.paragraph) : this.trucks
    const last = scope === 'one' ? own.slice(-1) : own
    const whom = scope === 'all' ? this.trucks : last
    if (whom.length === 0) {
      fill(this.before, loose, 1)
      return
    }
    // A price or a day in a sentence of its own is seldom theirs.
    const isPriceAlone = whom.length === 1 && text.replace(/[^\p{L}]/gu, '').length < 12
    const shared = {
      ...loose,
      rate: loose.rate?.value.basis === 'per_mile' || loose.destinations.length > 0 || isPriceAlone ? loose.rate : null,
    }
    const says =
      shared.from && scope !== 'all' && !/\b(?:ready|avail|empty)/i.test(text)
        ? { ...shared, from: null, to: null }
        : shared
    for (const { draft } of whom) fill(draft, says, 0.9)
  }

  /** The trucks, with what their headings, the subject and the mail's own day say where they say nothing. */
  finish(subject: Draft): MailTruck[] {
    const all = this.trucks.map(({ draft }) => draft)
    for (const { draft, heading } of this.trucks) {
      fill(
        draft,
        {
          ...emptyDraft(),
          equipment: heading.equipment,
          from: heading.from,
          to: heading.to,
          lengthFt: heading.lengthFt,
        },
        0.97,
      )
      fill(draft, { ...emptyDraft(), equipment: subject.equipment, from: subject.from, to: subject.to }, 0.9)
    }
    const kinds = new Set(all.flatMap(({ equipment }) => equipment?.value ?? []))
    return all.flatMap((draft) => {
      // One kind of trailer in the whole mail is what the others are too.
      if (!draft.equipment && kinds.size === 1) draft.equipment = all.find(({ equipment }) => equipment)!.equipment
      const truck = draft.equipment && asTruck(draft, this.context.today)
      return truck ? [truck] : []
    })
  }
}

/** `GA:` or `Ohio -` before a list, or alone above one. */
function regionPrefix(text: string): { code: string; isAll: boolean } | null {
  const match = /^[\s*_=-]*([A-Za-z]{2,}(?: [A-Za-z]{4,})?)[\s*_]*(:|$)(.*)$/s.exec(text)
  if (!match) return null
  const tokens = tokensOf(match[1]!)
  const found = codeAt(tokens, 0)
  if (!found || found.next !== tokens.length) return null
  const rest = match[3]!.trim()
  const isShort = match[1]!.length === 2
  if (isShort && (!found.isSure || match[2] !== ':')) return null
  return { code: found.code, isAll: rest === '' }
}

/** Whether much of a sentence was not understood: it is about something, and no line of a list. */
function isProse(text: string, marks: readonly Mark[]): boolean {
  let rest = 0
  let from = marks[0] ? marks[0].span.from : 0
  const start = from - Math.max(0, text.search(/\S/))
  for (const { span } of marks) {
    rest += wordsIn(text.slice(Math.max(0, from - start), Math.max(0, span.from - start)))
    from = span.to
  }
  return rest + wordsIn(text.slice(Math.max(0, from - start))) >= 6
}

const wordsIn = (text: string): number => (text.match(/[A-Za-z]{2,}/g) ?? []).length

/** What is said of trucks that are or become empty, in sentences. */
const saysAvailable =
  /\b(?:empt(?:y|ies|ying)|avail\w*|ready|mt|have|has|had|got|gets|tengo|tenemos|hay|disponibles?|listos?|vac[ií][ao]s?|sitting|open|need(?:s|ing)? (?:a |an |some )?(?:re)?loads?|looking|wants?|prefers?|would (?:like|love)|can (?:go|take|run|do|be)|could go|home (?:is|in)|going|headed|heading|unload(?:s|ing)?|deliver(?:s|ing)|drops?|anything|loads? for|needs? to get|will be|i'?ve)\b/i

/** A question that says nothing of what somebody has. */
const isBareQuestion = (text: string): boolean =>
  isQuestion(text) && !/\b(?:i have|i've got|we have|i got|got a|have a|need a load|i've a)\b/i.test(text)

/** A line that says a day or a trailer of what is below it, and hardly anything else. */
function isHeading(text: string, marks: readonly Mark[]): boolean {
  const says = marks.filter(({ kind }) => kind !== 'sign')
  if (says.length === 0 || says.length > 4) return false
  if (says.some((mark) => !/^(?:day|equipment|length|cue)$/.test(mark.kind))) return false
  if (says.some((mark) => mark.kind === 'equipment' && mark.count !== null)) return false
  if (says.some((mark) => mark.kind === 'cue' && !/^(?:from|ready|and)$/.test(mark.cue))) return false
  if (!says.some(({ kind }) => kind === 'day' || kind === 'equipment')) return false
  const covered = says.reduce((sum, { span }) => sum + span.to - span.from, 0)
  const letters = text.replace(/[^\p{L}\p{N}]/gu, '').length
  return letters - covered < 24 && !/[.!?]\s*$/.test(text) && !/\b(?:i|we|have|need)\b/i.test(text)
}

/** What is said of where somebody is from and what they usually run. */
const speaksOfThemselves =
  /\b(?:based (?:in|out)|located in our|we (?:run|operate|dispatch|service|serve)|i (?:dispatch|run)|serving|our fleet|hiring|office is|usually|every (?:day|week)|regular(?:ly)?|dedicated|in the future|next (?:month|year))\b/i

/** A place in a sentence that speaks of no truck. */
const isDoubtful = (text: string, marks: readonly Mark[]): boolean =>
  speaksOfThemselves.test(text) || (isProse(text, marks) && !saysAvailable.test(text))
