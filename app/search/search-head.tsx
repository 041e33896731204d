import { useRef, useState } from 'react'
import { Form, useSubmit } from 'react-router'
import type { FoundPage } from '#server/search/find'
import { BoardTabs } from '../board/board-tabs'
import { Choice } from '../ui/field'

interface SearchHeadProps {
  ask: { line: string; kind: 'truck' | 'load'; order: string; show: string; load: number | null }
  found: Pick<FoundPage, 'chips' | 'unread' | 'problem'>
  onSave: () => void
}

export const kindWords = { truck: 'Trucks', load: 'Loads' }
const orderWords = { best: 'Best first', newest: 'Newest', deadhead: 'Least deadhead', per_mile: 'Highest per mile' }
const showWords = { open: 'Not hidden', unseen: 'New to me', worked: 'Being worked on', hidden: 'Hidden' }

/** The line in which a search is typed as it is said, with what was understood of it. */
export function SearchHead({ ask, found, onSave }: SearchHeadProps) {
  const form = useRef<HTMLFormElement>(null)
  const submit = useSubmit()
  const [line, setLine] = useState(ask.line)
  const [from, setFrom] = useState(ask.line)
  // Another search was opened: its words replace what stands there.
  if (from !== ask.line) {
    setFrom(ask.line)
    setLine(ask.line)
  }
  const go = (changed: Record<string, string>) => {
    const next = { line, kind: ask.kind, order: ask.order, show: ask.show, ...changed }
    const params = Object.entries({ ...next, load: ask.load === null ? '' : String(ask.load) })
    void submit(new URLSearchParams(params.filter(([, value]) => value !== '')), { method: 'get' })
  }
  const drop = (text: string) => {
    const at = line.toLowerCase().indexOf(text.toLowerCase())
    if (at >= 0) go({ line: `${line.slice(0, at)} ${line.slice(at + text.length)}`.replace(/\s+/g, ' ').trim() })
  }
  return (
    <Form
      ref={form}
      method="get"
      className="border-b border-strong px-4 py-2"
      onSubmit={(event) => {
        event.preventDefault()
        go({})
      }}
    >
      <div className="flex items-center gap-3">
        <h1 className="sr-only">Search the boards</h1>
        <BoardTabs />
        <input
          id="search-line"
          name="line"
          aria-label="What to look for"
          className="field min-w-0 flex-1 font-mono"
          placeholder="reefers boise 150mi to ca, tx tomorrow-wed under 2.60/mi"
          value={line}
          onChange={(event) => setLine(event.target.value)}
          autoComplete="off"
        />
        <Choice
          label="Trucks or loads"
          hideLabel
          className="w-24"
          value={ask.kind}
          options={['truck', 'load'] as const}
          words={kindWords}
          onChange={(kind) => go({ kind, line: line.replace(/\b(trucks?|loads?)\b/i, '').trim() })}
        />
        <Choice
          label="Order"
          hideLabel
          className="w-36"
          value={ask.order as keyof typeof orderWords}
          options={['best', 'newest', 'deadhead', 'per_mile'] as const}
          words={orderWords}
          onChange={(order) => go({ order })}
        />
        <Choice
          label="Show"
          hideLabel
          className="w-36"
          value={ask.show as keyof typeof showWords}
          options={['open', 'unseen', 'worked', 'hidden'] as const}
          words={showWords}
          onChange={(show) => go({ show })}
        />
        <button type="button" className="button" onClick={onSave} disabled={ask.line === ''}>
          Save <kbd className="key">s</kbd>
        </button>
      </div>
      <Chips found={found} onDrop={drop} />
    </Form>
  )
}

/** What was understood of the line, each to be left out by a click, and what was not. */
function Chips({ found, onDrop }: { found: SearchHeadProps['found']; onDrop: (text: string) => void }) {
  return (
    <ul aria-label="How the line was read" className="mt-1 flex min-h-6 flex-wrap items-center gap-1.5 text-sm">
      {found.chips.map((chip) => (
        <li key={`${chip.what} ${chip.text}`}>
          <button
            type="button"
            className="border border-strong bg-sheet px-1.5"
            title={`Read from “${chip.text}”. Click to leave it out.`}
            onClick={() => onDrop(chip.text)}
          >
            <span className="text-second">{chip.what}</span> {chip.words} <span aria-hidden="true">×</span>
          </button>
        </li>
      ))}
      {found.unread.length > 0 && (
        <li className="text-bill">
          Not understood: <b>{found.unread.join(' ')}</b>
        </li>
      )}
      {found.problem && <li className="text-bill">{found.problem}</li>}
    </ul>
  )
}
