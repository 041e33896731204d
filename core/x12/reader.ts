import { readIsa } from './isa'
import { LineCounter } from './line-counter'
import type { Delimiters, TextPosition } from './x12'

/**
 * One segment as it is in the text that is being read. It is the reader's own and changes with the next segment: what is
 * needed later is copied by `element` or `elements`.
 */
export class SegmentView {
  text = ''
  /** Where the segment begins in `text`, and where its terminator is. */
  start = 0
  end = 0
  /** Where each element begins in `text`, the id being element 0; `starts[count]` is one behind the last. */
  starts = new Int32Array(64)
  count = 0
  /** Bytes of the file before `text`, and lines and the offset of the last line's beginning before `start`. */
  base = 0
  /** Whether a control character is in it. */
  control = false
  /** False for a last segment that its terminator is missing. */
  terminated = true
  delimiters: Delimiters = { element: '*', component: ':', repetition: null, segment: '~' }
  lineAt: (offset: number) => TextPosition = (offset) => ({ offset, line: 1, column: offset + 1 })

  get id(): string {
    return this.element(0)
  }

  /** The bytes of an element; empty where the segment does not have so many. */
  element(at: number): string {
    return at >= this.count ? '' : this.text.slice(this.starts[at], this.starts[at + 1]! - 1)
  }

  lengthOf(at: number): number {
    return at >= this.count ? 0 : this.starts[at + 1]! - 1 - this.starts[at]!
  }

  elements(): string[] {
    return Array.from({ length: this.count }, (_, at) => this.element(at))
  }

  /** Where an element is in the file; of an element that is not there, the segment's end. */
  spot(at = 0): TextPosition {
    return this.lineAt(this.base + (at < this.count ? this.starts[at]! : this.end))
  }
}

export interface SegmentHandler {
  /** An interchange begins: its ISA as elements, with its delimiters in the view. */
  segment: (view: SegmentView) => void
  /** Bytes between segments where none should be: no ISA before them, or text after an IEA. */
  stray?: (text: string, spot: TextPosition) => void
  /** What is between a segment's terminator and the next one, line ends mostly. */
  gap?: (text: string) => void
}

/** A segment that does not end within so many bytes is none. */
const longestSegment = 1 << 20
const lineFeed = 10
const carriageReturn = 13
const space = 32
const letterI = 73

/**
 * Reads segments out of a file given in pieces of any size, a character for each byte. Memory holds no more than one piece and one
 * segment. Delimiters come from each ISA; a segment ends with its terminator, whatever line ends stand after it.
 */
export class X12Reader {
  private rest = ''
  private base = 0
  private delimiters: Delimiters | null = null
  private ended = false
  /** What each byte is to the segments of this interchange. */
  private kinds = new Uint8Array(256)
  private readonly view = new SegmentView()
  private readonly lines = new LineCounter()

  constructor(private readonly handler: SegmentHandler) {
    this.view.lineAt = (offset) =>
      this.lines.positionOf(offset, this.view.base + this.view.start, this.view.text, this.view.base)
  }

  push(piece: string): void {
    // Joined, not added: a sum is kept as two halves, and every look at a character would pass through them.
    const text = this.rest === '' ? piece : [this.rest, piece].join('')
    const at = this.read(text, false)
    this.lines.passTo(this.base + at, text, this.base)
    this.rest = text.slice(at)
    this.base += at
  }

  /** Reads what is left; a last segment without its terminator is handed on as it is. */
  end(): void {
    const at = this.read(this.rest, true)
    this.rest = this.rest.slice(at)
    this.base += at
  }

  private read(text: string, last: boolean): number {
    const view = this.view
    view.text = text
    view.base = this.base
    let at = 0
    while (at < text.length) {
      const first = text.charCodeAt(at)
      if (first === lineFeed || first === carriageReturn || first === space) {
        const begin = skipLineEnds(text, at)
        this.handler.gap?.(text.slice(at, begin))
        at = begin
        continue
      }
      const isa =
        first === letterI && (text.startsWith('ISA', at) || (!last && 'ISA'.startsWith(text.slice(at, at + 3))))
      if (isa && (this.delimiters === null || this.ended || looksLikeIsa(text, at))) {
        const read = readIsa(text, at)
        if (read === 'more' && !last) return at
        if (read === 'more' || 'problem' in read) return this.strayFrom(text, at, last)
        this.delimiters = read.delimiters
        this.ended = false
        view.delimiters = read.delimiters
        this.kinds = kindsOf(read.delimiters)
        at = this.split(text, at, read.end - 1)
        continue
      }
      if (this.delimiters === null || this.ended) return this.strayFrom(text, at, last)
      const end = this.split(text, at, -1)
      if (end === at) {
        if (last) return this.unfinished(text, at)
        return text.length - at > longestSegment ? this.strayFrom(text, at, true) : at
      }
      at = end
    }
    return at
  }

  /** Finds the elements of the segment at an offset and hands it on; the offset behind it, or `at` again where it does not end here. */
  private split(text: string, at: number, isaEnd: number): number {
    const view = this.view
    const kinds = this.kinds
    let starts = view.starts
    let count = 1
    let control = false
    starts[0] = at
    let end = isaEnd
    const length = isaEnd >= 0 ? isaEnd : text.length
    for (let offset = at; offset < length; offset++) {
      const kind = kinds[text.charCodeAt(offset) & 255]
      if (kind === ordinary) continue
      if (kind === partsElements) {
        if (count + 1 >= starts.length) starts = this.grow()
        starts[count++] = offset + 1
      } else if (kind === controls) control = true
      else if (isaEnd < 0) {
        end = offset
        break
      }
    }
    if (end < 0) return at
    starts[count] = end + 1
    view.start = at
    view.end = end
    view.count = count
    view.control = control
    this.tell()
    return end + 1
  }

  /** The last segment, whose terminator is missing: line ends behind it are none of it. */
  private unfinished(text: string, at: number): number {
    const end = Math.max(at + 1, text.trimEnd().length)
    this.view.text = text.slice(0, end) + this.view.delimiters.segment
    this.view.terminated = false
    this.split(this.view.text, at, -1)
    if (end < text.length) this.handler.gap?.(text.slice(end))
    return text.length
  }

  private tell(): void {
    const view = this.view
    this.handler.segment(view)
    if (
      view.text.charCodeAt(view.start) === letterI &&
      view.text.startsWith('IEA', view.start) &&
      view.starts[1] === view.start + 4
    )
      this.ended = true
  }

  private strayFrom(text: string, at: number, last: boolean): number {
    const next = text.indexOf('ISA', at + 1)
    const noneFound = last ? text.length : Math.max(at, text.length - 2)
    const end = next >= 0 ? next : noneFound
    if (end > at)
      this.handler.stray?.(text.slice(at, end), this.lines.positionOf(this.base + at, this.base + at, text, this.base))
    return end
  }

  private grow(): Int32Array<ArrayBuffer> {
    const larger = new Int32Array(this.view.starts.length * 2)
    larger.set(this.view.starts)
    this.view.starts = larger
    return larger
  }
}

const [ordinary, partsElements, endsSegments, controls] = [0, 1, 2, 3]

function kindsOf({ element, segment }: Delimiters): Uint8Array<ArrayBuffer> {
  const kinds = new Uint8Array(256)
  kinds.fill(controls, 0, space)
  kinds[element.charCodeAt(0)] = partsElements
  kinds[segment.charCodeAt(0)] = endsSegments
  return kinds
}

/** Whether an ISA begins here although the one before it was not closed: sixteen elements of the right lengths. */
const looksLikeIsa = (text: string, at: number) =>
  text.length >= at + 106 && !/[\w\s]/.test(text[at + 3]!) && text[at + 103] === text[at + 3]

function skipLineEnds(text: string, at: number): number {
  let offset = at
  for (; offset < text.length; offset++) {
    const char = text.charCodeAt(offset)
    if (char !== lineFeed && char !== carriageReturn && char !== space) break
  }
  return offset
}
