import { type Cell, type ColumnKind, cellsOf, columnOf, headingRow } from './columns'
import { type Draft, emptyDraft, type fact } from './draft'
import { emptyKind } from './gates'
import { habitBook, type MailHabit } from './habits'
import { textOfHtml } from './html-text'
import { laneOf } from './lanes'
import type { MailFacts, MailInput, MailOffer, MailPart } from './mail'
import { isPricedLane, OfferReader } from './offers'
import { type OwnLine, ownPart } from './own-part'
import type { PlaceFinder } from './place-finder'
import { type ScanContext, scan } from './scan'
import { readSentence } from './sentence'
import { type Row, readRow } from './tables'
import { TruckReader } from './trucks'
import { type Unit, unitsOf } from './units'
import { warningsIn } from './warnings'

const domainOf = (text: string): string => /@([\w.-]+)/.exec(text)?.[1]?.toLowerCase() ?? ''
const isReply = (subject: string) => /^\s*(?:re|aw|sv)\s*:/i.test(subject)
const isForward = (subject: string) => /^\s*(?:fwd?|rv)\s*:/i.test(subject)
const pricesAsked = /\b(?:rates?|quotes?|offers?|counter|pricing|prices?|bids?|tarifa|cotizaci[oó]n)\b/i

/** The text of a mail as it is read and shown: its HTML where that has a table, which plain text loses. */
const shownText = ({ text, html }: MailInput): string => {
  const plain = text.replace(/\r\n?/g, '\n')
  return html !== '' && (plain.trim() === '' || /<table/i.test(html)) ? textOfHtml(html) : plain
}

/** No carrier lists more by mail: what is beyond is made to fill our tables. */
const [mostTrucks, mostOffers] = [300, 100]

/** Reads what a carrier's mail says of trucks and prices, by what was learnt of its sender. Nothing in it is taken for more than its sender's word. */
export function readMailFacts(mail: MailInput, finder: PlaceFinder, habits: readonly MailHabit[] = []): MailFacts {
  const parts: MailPart[] = [{ name: null, text: shownText(mail).slice(0, 60_000) }, ...mail.sheets]
  const warnings = warningsIn(parts[0]!.text)
  const nothing: MailFacts = { parts, trucks: [], offers: [], warnings }
  const own = ownPart(parts[0]!.text, isForward(mail.subject))
  const ownText = own.lines.map(({ text }) => text).join('\n')
  if (emptyKind(mail.subject, ownText)) return nothing
  // What somebody else wrote is not the sender's capacity.
  if (own.forwardedFrom && domainOf(own.forwardedFrom) !== domainOf(mail.sender.address)) return nothing
  const { places, trailers } = habitBook(habits)
  const context: ScanContext = {
    today: mail.sentAt.slice(0, 10),
    finder: places ? { ...finder, nicknames: places } : finder,
    ...{ region: null, trailers },
  }
  const subject = readSubject(mail.subject, context)
  const facts: MailFacts = { parts, trucks: [], offers: [], warnings }
  for (const [part, { text }] of parts.entries()) {
    const lines = part === 0 ? own.lines : linesOf(text)
    const read = new PartReader(context, part, mail, subject)
    read.read(lines, part === 0 ? null : separatorOf(text))
    const trucks = read.trucks.finish(subject.draft)
    const offers = read.offers.finish(trucks.length > 0)
    const offered = offers.flatMap(({ amount }) => amount.at?.from ?? [])
    for (const truck of trucks) {
      const isOffer =
        truck.rate?.at && offered.some((from) => from >= truck.rate!.at!.from && from < truck.rate!.at!.to)
      facts.trucks.push(isOffer ? { ...truck, rate: null } : truck)
    }
    facts.offers.push(...offers)
  }
  return { ...facts, trucks: facts.trucks.slice(0, mostTrucks), offers: facts.offers.slice(0, mostOffers) }
}

function linesOf(text: string): OwnLine[] {
  let from = 0
  return text.split('\n').map((line) => {
    const own = { text: line, from }
    from += line.length + 1
    return own
  })
}

/** What parts the cells of a sheet. */
function separatorOf(text: string): string {
  const count = (sign: string) => text.split(sign).length
  return [',', ';', '\t'].reduce((best, sign) => (count(sign) > count(best) ? sign : best))
}

interface Subject {
  draft: Draft
  reference: ReturnType<typeof fact<string>> | null
  lane: ReturnType<typeof laneOf>
  isAnswer: boolean
}

/** What the subject says of all that is below: of an answer only what it answers. */
function readSubject(subject: string, context: ScanContext): Subject {
  const marks = scan(subject, 0, context)
  const reference = marks.find((mark) => mark.kind === 'reference')
  const read = readSentence(marks, 0)
  const draft = emptyDraft()
  // Places in a subject are not shown in the text: what is taken from it has no place there.
  const first = read.trucks[0] ?? read.loose
  if (!isReply(subject) && !isForward(subject)) {
    draft.equipment = first.equipment && { ...first.equipment, at: null }
    if (first.from) [draft.from, draft.to] = [{ ...first.from, at: null }, first.to && { ...first.to, at: null }]
  }
  const lane = laneOf(marks, 0)
  return {
    draft,
    reference: reference ? { value: reference.reference, at: null, confidence: 0.93 } : null,
    lane: lane && { origin: { ...lane.origin, at: null }, destination: { ...lane.destination, at: null } },
    isAnswer: isReply(subject) || pricesAsked.test(subject),
  }
}

/** Reads the lines of one part: tables by their columns, the rest as sentences. */
class PartReader {
  readonly trucks: TruckReader
  readonly offers: OfferReader

  constructor(
    private readonly context: ScanContext,
    private readonly part: number,
    mail: MailInput,
    subject: Subject,
  ) {
    this.trucks = new TruckReader(context, part)
    this.offers = new OfferReader(mail.sentAt, part, subject)
  }

  read(lines: readonly OwnLine[], separator: string | null): void {
    for (let at = 0; at < lines.length; ) {
      const after = this.readTable(lines, at, separator) ?? this.readFields(lines, at)
      if (after !== null) {
        at = after
        continue
      }
      let end = at + 1
      while (end < lines.length && !this.opensTable(lines, end, separator)) end++
      if (separator === null) for (const unit of unitsOf(lines.slice(at, end))) this.readUnit(unit)
      at = end
    }
  }

  private opensTable(lines: readonly OwnLine[], at: number, separator: string | null): boolean {
    const cells = cellsOf(lines[at]!, separator)
    return (cells !== null && headingRow(cells) !== null) || fieldOf(lines[at]!) !== null
  }

  /** A table with headings from a line on; the index behind its last row, or null where there is none. */
  private readTable(lines: readonly OwnLine[], at: number, separator: string | null): number | null {
    const heads = cellsOf(lines[at]!, separator)
    const columns = heads && headingRow(heads)
    if (!columns) return null
    const rows: Row[] = []
    let next = at + 1
    for (; next < lines.length; next++) {
      const line = lines[next]!
      if (/^[\s|:=-]+$/.test(line.text) && line.text.trim() !== '') continue
      const cells = cellsOf(line, separator)
      if (!cells) break
      if (headingRow(cells)) break
      const row = readRow(alignedTo(cells, columns), columns, this.context, this.part)
      if (row) rows.push(row)
    }
    this.addRows(rows, columns)
    return next
  }

  private addRows(rows: readonly Row[], columns: readonly ColumnKind[]): void {
    const isPrices =
      (columns.includes('rate') || columns.includes('perMile')) &&
      !columns.includes('day') &&
      rows.length > 0 &&
      rows.every(({ to, draft }) => to && draft.rate)
    if (!isPrices) return this.trucks.add(rows.map(({ draft }) => draft))
    for (const { draft, to, reference } of rows) this.offers.addRow(offerOfRow(draft, to!, reference))
  }

  /** `City: Boise` / `Date: 12/2` / …: a truck a field a line. */
  private readFields(lines: readonly OwnLine[], at: number): number | null {
    const cells: Cell[] = []
    const columns: ColumnKind[] = []
    let next = at
    for (; next < lines.length; next++) {
      const field = fieldOf(lines[next]!)
      if (!field || columns.includes(field.column)) break
      cells.push(field.cell)
      columns.push(field.column)
    }
    if (columns.length < 3 || !(columns.includes('place') || columns.includes('city'))) return null
    const row = readRow(cells, columns, this.context, this.part)
    if (row) this.trucks.add([row.draft])
    return next
  }

  private readUnit(unit: Unit): void {
    const sentences = this.trucks.sentencesOf(unit)
    let isPriced = false
    for (const { text, from, marks } of sentences) {
      const priced = marks.length > 0 && isPricedLane(text, marks)
      isPriced ||= priced
      this.offers.read(text, from, marks, !priced && marks.some(({ kind }) => kind === 'place'))
    }
    if (!isPriced) this.trucks.read(sentences)
  }
}

/** A line that names a field and what is in it. */
function fieldOf({ text, from }: OwnLine): { column: ColumnKind; cell: Cell } | null {
  const match = /^\s*[-*•]?\s*([A-Za-z][A-Za-z /#]{1,24}?)\s*:\s*(\S.*)$/.exec(text)
  const column = match && columnOf(match[1]!)
  if (!match || !column || column === 'skip' || column === 'rate') return null
  return { column, cell: { text: match[2]!.trim(), from: from + text.indexOf(match[2]!) } }
}

/** Cells under their columns: a row that leaves out cells at its end, or has one more, is read as far as it goes. */
const alignedTo = (cells: readonly Cell[], columns: readonly ColumnKind[]): Cell[] => cells.slice(0, columns.length)

function offerOfRow({ place, rate, from }: Draft, to: string, reference: string | null): MailOffer {
  return {
    reference: reference === null ? null : { value: reference, at: null, confidence: 0.9 },
    amount: { ...rate!, value: rate!.value.amount },
    ...{ currency: 'USD', basis: rate!.value.basis },
    origin: { ...place!, value: `${place!.value.city}, ${place!.value.region}` },
    destination: { value: to, at: null, confidence: 0.9 },
    pickup: from,
    expires: null,
  }
}
