import { spanWords } from '#core/time/words'
import type { BoardLine } from '#server/board-page/postings'

const words: Record<BoardLine['state'], string> = {
  asked: 'posting…',
  up: 'live',
  removal_asked: 'coming down…',
  refused: 'refused',
}
const tones: Record<BoardLine['state'], string> = {
  asked: 'text-ring-text',
  up: 'text-acacia',
  removal_asked: 'text-ring-text',
  refused: 'text-bill',
}

/** How a posting stands on each board, in words: a line a board, beside the drawing. */
export function PostingStates({ boards, now }: { boards: readonly BoardLine[]; now: number }) {
  return (
    <ul className="text-xs leading-[14px]">
      {boards.map((line) => (
        <li key={line.board} className="truncate" title={line.problem ?? undefined}>
          {line.board} <span className={tones[line.state]}>{words[line.state]}</span>
          <span className="text-second"> {detailOf(line, now)}</span>
        </li>
      ))}
    </ul>
  )
}

function detailOf({ state, upAt, nextAt, problem, views }: BoardLine, now: number): string {
  if (problem) return problem
  if (state !== 'up' || upAt === null) return ''
  return `${spanWords(now - upAt)}${nextWords(nextAt, now)}${views === null ? '' : `, ${views} views`}`
}

function nextWords(nextAt: number | null, now: number): string {
  if (nextAt === null) return ''
  return nextAt <= now ? ', refresh due' : `, next in ${spanWords(nextAt - now)}`
}
