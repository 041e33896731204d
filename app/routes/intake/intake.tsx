import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import { may } from '#core/access/access'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { brokerage } from '#server/settings.server'
import { readIntake } from '#server/tender/intake'
import { AcceptDialog, CancelDialog, DeclineDialog } from '../../intake/answer-dialogs'
import { clockTone } from '../../intake/clock'
import { Detail } from '../../intake/detail'
import { IntakeLine } from '../../intake/intake-line'
import { columns, Row, rowHeight } from '../../intake/row'
import { useAnswer } from '../../intake/use-answer'
import { useDetail } from '../../intake/use-detail'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import type { Route } from './+types/intake'

export const meta: Route.MetaFunction = () => [{ title: 'Intake, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  const now = Date.now()
  return {
    ...readIntake(database(), now),
    now,
    zone: brokerage.zone,
    mayAnswer: may(viewer(context).role, 'answer_tenders'),
  }
}

export default function Intake({ loaderData }: Route.ComponentProps) {
  const { rows, today, troubles, rejected, now, zone, mayAnswer } = loaderData
  const [picked, setPicked] = useState<number | null>(rows[0]?.id ?? null)
  const [marked, setMarked] = useState<ReadonlySet<number>>(new Set())
  const [open, setOpen] = useState<'accept' | 'decline' | 'cancel' | null>(null)
  const scroller = useRef<HTMLDivElement>(null)
  const answering = useAnswer()
  useLive(() => false, 'tenders')
  const index = Math.max(
    0,
    rows.findIndex(({ id }) => id === picked),
  )
  const chosen = rows[index] ?? null
  const { detail, problem, reread } = useDetail(chosen?.id ?? null, loaderData)
  const list = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 8,
    initialRect: { width: 800, height: 520 },
  })
  // What was answered meanwhile is no longer marked.
  const among = rows.filter(({ id }) => marked.has(id))
  const targets = among.length > 0 ? among : chosen ? [chosen] : []
  const onlyCancel = targets.length === 1 && targets[0]!.purpose === 'cancel'
  const answerable = targets.length > 0 && targets.every(({ purpose }) => purpose !== 'cancel')
  const step = (by: number) => {
    const next = Math.max(0, Math.min(rows.length - 1, index + by))
    if (!rows[next]) return
    setPicked(rows[next].id)
    list.scrollToIndex(next)
    requestAnimationFrame(() =>
      requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-row="${next}"]`)?.focus()),
    )
  }
  const mark = (id: number) =>
    setMarked(new Set(marked.has(id) ? [...marked].filter((each) => each !== id) : [...marked, id]))
  const alike = () =>
    setMarked(
      new Set(
        rows.filter((row) => row.customerName === chosen?.customerName && row.purpose !== 'cancel').map(({ id }) => id),
      ),
    )
  useEffect(() => {
    if (picked !== null && !rows.some(({ id }) => id === picked)) setPicked(rows[index]?.id ?? rows.at(-1)?.id ?? null)
  }, [rows, picked, index])
  useKeys('Intake', [
    { key: 'ArrowDown', words: 'next tender', run: () => step(1) },
    { key: 'ArrowUp', words: 'tender before', run: () => step(-1) },
    {
      key: 'a',
      words: 'accept the chosen or marked ones',
      run: () => setOpen('accept'),
      disabled: !mayAnswer || !answerable,
    },
    {
      key: 'd',
      words: 'decline the chosen or marked ones',
      run: () => setOpen('decline'),
      disabled: !mayAnswer || !answerable,
    },
    {
      key: 'c',
      words: 'settle a cancellation',
      run: () => setOpen('cancel'),
      disabled: !mayAnswer || !onlyCancel || !detail,
    },
    { key: 'x', words: 'mark, for many at once', run: () => chosen && mark(chosen.id) },
    { key: 'y', words: 'mark all of this customer', run: alike },
    { key: 'Escape', words: 'mark none', run: () => setMarked(new Set()), disabled: marked.size === 0 },
    {
      key: 'm',
      words: 'to the first code to be mapped',
      run: () => document.querySelector<HTMLElement>('[data-first-map]')?.focus(),
    },
  ])
  const pressing = rows.filter((row) => clockTone(row, now) === 'act').length
  // Back to the list: what was answered is gone, the next one is at hand.
  const backToList = () =>
    requestAnimationFrame(() =>
      requestAnimationFrame(() => document.querySelector<HTMLElement>('[data-tender][aria-pressed="true"]')?.focus()),
    )
  const close = () => {
    setOpen(null)
    backToList()
  }
  const done = () => {
    setOpen(null)
    setMarked(new Set())
    backToList()
  }
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <IntakeLine tenders={rows} now={now} zone={zone} chosenId={chosen?.id ?? null} onChoose={setPicked} />
      <div className="flex items-baseline gap-4 border-b border-strong px-4 py-1.5">
        <h1 className="text-base font-semibold">Intake</h1>
        <span>
          {rows.length} to answer{pressing > 0 && <b className="text-bill">, {pressing} within half an hour</b>} · today{' '}
          {today.accepted} accepted, {today.declined} declined, {today.lapsed} lapsed
          {today.byRule > 0 && `, ${today.byRule} by rule`}
        </span>
        {troubles.map((trouble) => (
          <Link
            key={trouble.partnerId}
            to={`/partners/${trouble.partnerId}`}
            className="truncate text-bill underline"
            role="alert"
          >
            {trouble.name}: {trouble.problem}
          </Link>
        ))}
        {rejected > 0 && (
          <Link to="/exchange?trouble=1" className="whitespace-nowrap text-bill underline" role="alert">
            {rejected === 1 ? 'One of our documents was' : `${rejected} of our documents were`} rejected
          </Link>
        )}
        <nav aria-label="About tenders" className="ml-auto flex gap-4 whitespace-nowrap">
          <Link to="/intake/answered" className="text-dusk underline">
            Answered
          </Link>
          <Link to="/exchange" className="text-dusk underline">
            Exchange log
          </Link>
          <Link to="/answering" className="text-dusk underline">
            Answering rules
          </Link>
          <Link to="/partners" className="text-dusk underline">
            Partners
          </Link>
        </nav>
      </div>
      {rows.length === 0 ? (
        <NothingWaits />
      ) : (
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1.8fr)_minmax(0,1fr)]">
          <div className="flex min-h-0 flex-col border-r border-strong">
            <div className={`${columns} label border-b py-1`} aria-hidden="true">
              <span />
              <span>Left</span>
              <span>Lane, customer</span>
              <span>Equipment</span>
              <span>Picks up</span>
              <span>
                Cost to cover $, <span className="text-dusk">◇</span> their charge
              </span>
              <span className="text-right">Margin</span>
            </div>
            <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto">
              <ul
                aria-label="Tenders, the oldest promise first"
                style={{ height: list.getTotalSize() }}
                className="relative"
              >
                {list.getVirtualItems().map((item) => {
                  const row = rows[item.index]
                  return row ? (
                    <Row
                      key={row.id}
                      tender={row}
                      index={item.index}
                      top={item.start}
                      now={now}
                      chosen={row.id === chosen?.id}
                      marked={marked.has(row.id)}
                      onChoose={() => setPicked(row.id)}
                      onMark={() => mark(row.id)}
                    />
                  ) : null
                })}
              </ul>
            </div>
          </div>
          <section aria-label="The chosen tender" tabIndex={0} className="min-h-0 overflow-y-auto">
            {detail ? (
              <Detail detail={detail} now={now} zone={zone} onMapped={reread} />
            ) : (
              <p className="label p-4">{problem ?? 'reading…'}</p>
            )}
          </section>
        </div>
      )}
      {rows.length > 0 && mayAnswer && (
        <footer className="flex shrink-0 items-center gap-2 border-t border-strong bg-sheet px-4 py-2">
          {onlyCancel ? (
            <button type="button" className="button first" disabled={!detail} onClick={() => setOpen('cancel')}>
              Settle the cancellation <kbd className="key">c</kbd>
            </button>
          ) : (
            <>
              <button type="button" className="button first" disabled={!answerable} onClick={() => setOpen('accept')}>
                Accept{among.length > 0 && ` ${among.length}`} <kbd className="key">a</kbd>
              </button>
              <button type="button" className="button" disabled={!answerable} onClick={() => setOpen('decline')}>
                Decline{among.length > 0 && ` ${among.length}`} <kbd className="key">d</kbd>
              </button>
            </>
          )}
          <button type="button" className="button" onClick={() => chosen && mark(chosen.id)}>
            {chosen && marked.has(chosen.id) ? 'Unmark' : 'Mark'} <kbd className="key">x</kbd>
          </button>
          <button type="button" className="button" onClick={alike}>
            Mark all of {chosen?.customerName.split(' ').slice(0, 2).join(' ')} <kbd className="key">y</kbd>
          </button>
          {(detail?.codes.length ?? 0) > 0 && (
            <button
              type="button"
              className="button"
              onClick={() => document.querySelector<HTMLElement>('[data-first-map]')?.focus()}
            >
              Map its codes <kbd className="key">m</kbd>
            </button>
          )}
          {among.length > 0 && <span className="label">{among.length} marked, charges and margins in the dialog</span>}
        </footer>
      )}
      {open === 'accept' && (
        <AcceptDialog
          tenders={targets}
          detail={targets.length === 1 ? detail : null}
          answering={answering}
          onClose={close}
          onDone={done}
        />
      )}
      {open === 'decline' && (
        <DeclineDialog
          tenders={targets}
          detail={targets.length === 1 ? detail : null}
          answering={answering}
          onClose={close}
          onDone={done}
        />
      )}
      {open === 'cancel' && (
        <CancelDialog tenders={targets} detail={detail} answering={answering} onClose={close} onDone={done} />
      )}
    </main>
  )
}

function NothingWaits() {
  return (
    <section className="m-auto flex max-w-md flex-col gap-3 text-center">
      <h2 className="text-lg font-semibold">Nothing waits for an answer</h2>
      <p>Tenders appear here by themselves, the one to be answered first on top.</p>
      <p>
        <Link className="text-dusk underline" to="/exchange">
          What came and went
        </Link>
      </p>
    </section>
  )
}
