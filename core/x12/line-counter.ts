import type { TextPosition } from './x12'

/**
 * Lines are counted once, as far as the segment in hand; a place within it is counted from there. So a file with a fault in every segment is
 * gone over once, not once for each fault.
 */
export class LineCounter {
  private lines = 1
  private lineStart = 0
  /** Up to which byte of the file lines are counted. */
  private counted = 0

  /** Counts up to a byte of the file that is in `text`, which begins at byte `base`. */
  passTo(offset: number, text: string, base: number): void {
    for (
      let at = text.indexOf('\n', Math.max(0, this.counted - base));
      at >= 0 && base + at < offset;
      at = text.indexOf('\n', at + 1)
    ) {
      this.lines++
      this.lineStart = base + at + 1
    }
    if (offset > this.counted) this.counted = offset
  }

  /** The place of a byte at or behind `from`, which is at or behind what was counted so far. */
  positionOf(offset: number, from: number, text: string, base: number): TextPosition {
    this.passTo(from, text, base)
    let [line, start] = [this.lines, this.lineStart]
    for (
      let at = text.indexOf('\n', this.counted - base);
      at >= 0 && base + at < offset;
      at = text.indexOf('\n', at + 1)
    ) {
      line++
      start = base + at + 1
    }
    return { offset, line, column: offset - start + 1 }
  }
}
