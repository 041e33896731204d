import { useEffect, useMemo, useState } from 'react'
import { Link, useNavigate, useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { may } from '#core/access/access'
import type { Equipment } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import { formatMoney } from '#core/money/money'
import { momentWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import type { ManyDone } from '#server/board-page/act'
import { type PostedRow, readPostings } from '#server/board-page/postings'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { shownReps } from '#server/person/whose'
import { BoardTabs } from '../../board/board-tabs'
import { lineHeight, PostingLine } from '../../board/posting-line'
import { PostingStates } from '../../board/posting-state'
import { Choice, Field } from '../../ui/field'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { postJson } from '../../ui/post'
import { useVirtualRows, walkKeys } from '../../ui/table/use-virtual-rows'
import { useWhoseKey, WhoseChoice } from '../../ui/whose-choice'
import type { Route } from './+types/postings'

export const meta: Route.MetaFunction = () => [{ title: 'Boards, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  const who = viewer(context)
  const db = database()
  const now = Date.now()
  return {
    rows: readPostings(db, shownReps(db, who), now),
    now,
    zone: officeOf(db).zone,
    hasTeam: Boolean(who.teamId),
    mayEdit: may(who.role, 'edit_loads'),
  }
}

const filters = ['all', 'no_offers', 'offers', 'trouble'] as const
type Filter = (typeof filters)[number]
const filterWords: Record<Filter, string> = {
  all: 'All postings',
  no_offers: 'Without offers',
  offers: 'With offers',
  trouble: 'Not live everywhere',
}
const passes: Record<Filter, (row: PostedRow) => boolean> = {
  all: () => true,
  no_offers: ({ offers }) => offers.length === 0,
  offers: ({ offers }) => offers.length > 0,
  trouble: ({ boards }) => boards.some(({ state }) => state !== 'up'),
}

/** The rows that are chosen by words and by how they stand. */
function useFiltered(rows: PostedRow[]) {
  const [words, setWords] = useState('')
  const [filter, setFilter] = useState<Filter>('all')
  const shown = useMemo(() => {
    const terms = words.toLowerCase().split(/\s+/).filter(Boolean)
    const text = (row: PostedRow) =>
      `${row.number} ${row.lane} ${row.equipment} ${row.rep} ${row.boards.map(({ board }) => board).join(' ')}`.toLowerCase()
    return rows.filter((row) => passes[filter](row) && terms.every((term) => text(row).includes(term)))
  }, [rows, words, filter])
  return { shown, words, setWords, filter, setFilter }
}

/** Acts on what is marked, else on the row that has the focus. */
function usePostingActs(shown: PostedRow[]) {
  const [marked, setMarked] = useState<readonly number[]>([])
  const { revalidate } = useRevalidator()
  const focused = () => {
    const at = document.activeElement?.closest('[data-row]')?.getAttribute('data-row')
    return at == null ? undefined : shown[Number(at)]
  }
  const chosen = () => {
    const still = marked.filter((id) => shown.some((row) => row.id === id))
    const one = focused()
    if (still.length > 0) return still
    return one ? [one.id] : []
  }
  const act = async (intent: 'take_down' | 'refresh', done: string) => {
    const ids = chosen()
    if (ids.length === 0) return void toast('Choose a posting first: arrow keys, or x to mark several')
    const answer = await postJson<ManyDone>('/boards/act', { intent, ids })
    await revalidate()
    if (!answer.ok) return void toast(answer.message, { className: '!text-bill' })
    setMarked([])
    const { done: count, refused } = answer.value
    toast(
      [count > 0 ? `${done}: ${count} ${count === 1 ? 'load' : 'loads'}` : '', ...refused].filter(Boolean).join('. '),
    )
  }
  const toggle = (id: number) =>
    setMarked((held) => (held.includes(id) ? held.filter((each) => each !== id) : [...held, id]))
  return { marked, toggle, focused, act }
}

export default function Postings({ loaderData }: Route.ComponentProps) {
  const { rows, now, zone, hasTeam, mayEdit } = loaderData
  const filtered = useFiltered(rows)
  const { shown } = filtered
  const acts = usePostingActs(shown)
  const list = useVirtualRows(shown.length, undefined, (at) => rowHeight(shown[at]!))
  const { measure } = list.list
  // biome-ignore lint/correctness/useExhaustiveDependencies: heights are remembered by position, and other rows stand there once others are shown
  useEffect(() => measure(), [shown, measure])
  const navigate = useNavigate()
  const go = (to: (id: number) => string) => {
    const row = acts.focused()
    if (row) navigate(to(row.id))
  }
  useLive(({ aggregate }) => aggregate === 'load' || aggregate === 'board' || aggregate === 'outbox')
  useKeys('Postings', [
    useWhoseKey(hasTeam),
    ...walkKeys(list, 'posting'),
    { key: 'x', words: 'mark', run: () => acts.focused() && acts.toggle(acts.focused()!.id), disabled: !mayEdit },
    { key: 'd', words: 'take down', run: () => void acts.act('take_down', 'Taken down'), disabled: !mayEdit },
    { key: 'r', words: 'refresh', run: () => void acts.act('refresh', 'Refreshing'), disabled: !mayEdit },
    { key: 'p', words: 'change the postings', run: () => go((id) => `/loads/${id}?do=post`), disabled: !mayEdit },
    { key: 'f', words: 'find trucks', run: () => go((id) => `/boards/search?load=${id}`) },
    { key: 'k', words: 'copy the load', run: () => go((id) => `/loads/new?copy=${id}`), disabled: !mayEdit },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center gap-4 border-b border-strong px-4 py-2">
        <h1 className="sr-only">Boards</h1>
        <BoardTabs />
        <Field
          label="Load, lane, board"
          hideLabel
          className="w-56"
          placeholder="Load, lane, board"
          value={filtered.words}
          onChange={(event) => filtered.setWords(event.target.value)}
        />
        <Choice
          label="Which"
          hideLabel
          className="w-44"
          value={filtered.filter}
          options={filters}
          words={filterWords}
          onChange={filtered.setFilter}
        />
        <WhoseChoice hasTeam={hasTeam} />
        <span className="label whitespace-nowrap">
          {shown.length} {shown.length === 1 ? 'load' : 'loads'} posted
          {acts.marked.length > 0 && `, ${acts.marked.length} marked`}
        </span>
        <Legend />
      </div>
      <div ref={list.scroller} className="min-h-0 flex-1 overflow-auto">
        {shown.length === 0 && (
          <p className="px-4 py-6">
            {rows.length === 0
              ? 'Nothing is posted. Open an uncovered load and press p to post it.'
              : 'No posting fits these words.'}
          </p>
        )}
        <ul aria-label="Postings" className="relative" style={{ height: list.list.getTotalSize() }}>
          {list.list.getVirtualItems().map(({ index, start }) => {
            const row = shown[index]
            if (!row) return null
            return (
              <PostedLine
                key={row.id}
                row={row}
                at={index}
                total={shown.length}
                top={start}
                now={now}
                zone={zone}
                isMarked={acts.marked.includes(row.id)}
                onMark={() => acts.toggle(row.id)}
                onFocus={() => list.choose(index)}
              />
            )
          })}
        </ul>
      </div>
    </main>
  )
}

function Legend() {
  return (
    <span className="label ml-auto whitespace-nowrap">
      line: live · dots: not live · tick: refresh · ○ offer · bar: comes down
    </span>
  )
}

interface PostedLineProps {
  row: PostedRow
  at: number
  total: number
  /** How far down the list it stands, in pixels. */
  top: number
  now: number
  zone: string
  isMarked: boolean
  onMark: () => void
  onFocus: () => void
}

/** A row has room for two lines of words, however few its boards are. */
const leastHeight = 46
const rowHeight = ({ boards }: PostedRow): number => Math.max(leastHeight, lineHeight(boards.length) + 9)

function PostedLine({ row, at, total, top, now, zone, isMarked, onMark, onFocus }: PostedLineProps) {
  const best = row.offers.length === 0 ? null : Math.min(...row.offers.map(({ payMinor }) => payMinor))
  return (
    <li
      className={`absolute inset-x-0 grid grid-cols-[20px_minmax(0,1fr)_430px_230px_120px] items-center gap-3 border-b px-4 ${isMarked ? 'bg-sheet' : ''}`}
      style={{ height: rowHeight(row), transform: `translateY(${top}px)` }}
      aria-setsize={total}
      aria-posinset={at + 1}
    >
      <input type="checkbox" aria-label={`Mark ${row.number}`} checked={isMarked} onChange={onMark} />
      <Link to={`/loads/${row.id}`} data-row={at} onFocus={onFocus} className="min-w-0">
        <span className="block truncate">
          <b>{row.lane}</b>
          {row.audience && <span className="label"> {row.audience}</span>}
        </span>
        <span className="label block truncate">
          <span className="font-mono">{row.number}</span> {equipmentWords[row.equipment as Equipment]}, picks up{' '}
          {momentWords(row.pickupAt, now, row.zone)}
        </span>
      </Link>
      <PostingLine row={row} now={now} zone={zone} />
      <PostingStates boards={row.boards} now={now} />
      <span className="text-right">
        {best === null ? (
          <span className="label">no offers</span>
        ) : (
          <>
            <b>{formatMoney(best)}</b>
            <span className="label block">
              best of {row.offers.length} {row.offers.length === 1 ? 'offer' : 'offers'}
            </span>
          </>
        )}
      </span>
    </li>
  )
}
