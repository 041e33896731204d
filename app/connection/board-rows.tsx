import { useState } from 'react'
import { momentWords } from '#core/time/words'
import type { ListedBoard } from '#server/board/boards'
import { usePostedAct } from '../ui/use-posted-act'
import { BoardDialog } from './board-dialog'
import { RowButtons, Tested } from './connection-row-parts'

interface BoardRowsProps {
  boards: ListedBoard[]
  now: number
  zone: string
}

/** The load boards among the connections: how each stands, and what changes it. */
export function BoardRows({ boards, now, zone }: BoardRowsProps) {
  const [open, setOpen] = useState<string | null>(null)
  const { act } = usePostedAct<{ intent: 'disconnect_board'; name: string }>('/connections/act')
  const chosen = boards.find(({ name }) => name === open)
  return (
    <>
      {boards.map((board) => (
        <BoardRow
          key={board.name}
          board={board}
          now={now}
          zone={zone}
          onOpen={() => setOpen(board.name)}
          onEnd={() => void act({ intent: 'disconnect_board', name: board.name }, 'Disconnected')}
        />
      ))}
      {chosen && <BoardDialog board={chosen} onClose={() => setOpen(null)} />}
    </>
  )
}

function BoardRow({
  board,
  now,
  zone,
  onOpen,
  onEnd,
}: Omit<BoardRowsProps, 'boards'> & { board: ListedBoard; onOpen: () => void; onEnd: () => void }) {
  const { name, current, changed, test } = board
  return (
    <li className="grid grid-cols-[170px_minmax(0,1fr)_auto] gap-4 border-b px-4 py-3">
      <div>
        <h2 className="font-semibold">{name}</h2>
        <span className={current ? 'text-acacia' : 'text-ring-text'}>{current ? 'connected' : 'not connected'}</span>
      </div>
      <div>
        <p className="label">
          {current
            ? `Load board. ${current.refreshMinutes === null ? 'Postings are not refreshed' : `Postings are refreshed every ${current.refreshMinutes} minutes`}.`
            : 'Load board. Postings for it wait; nothing there is searched.'}
        </p>
        {current && (
          <p>
            <span className="font-mono">{current.address}</span>
            <span className="label"> {changed && `set by ${changed.by}, ${momentWords(changed.at, now, zone)}`}</span>
          </p>
        )}
        {current && <Checked board={board} now={now} zone={zone} />}
        <Tested test={test} now={now} zone={zone} />
      </div>
      <RowButtons name={name} isConnected={current !== null} onOpen={onOpen} onEnd={onEnd} />
    </li>
  )
}

function Checked({ board: { comparedAt, problem }, now, zone }: { board: ListedBoard; now: number; zone: string }) {
  if (problem) return <p className="text-bill">Could not be checked: {problem}</p>
  return comparedAt ? <p className="label">What it shows was checked {momentWords(comparedAt, now, zone)}.</p> : null
}
