import { useEffect, useRef, useState } from 'react'
import type { readIntake } from '#server/tender/intake'
import { useLive } from '../ui/live'
import { useAnswer } from './use-answer'
import { useDetail } from './use-detail'

export interface IntakeData extends ReturnType<typeof readIntake> {
  now: number
  zone: string
  mayAnswer: boolean
  /** Emails that belong to no load and that nobody has read. */
  unreadMails: number
  /** The notice that somebody came for. */
  asked: number | null
}

/** The state of Intake: which tender is chosen, which are marked to be answered together, and the dialog that is open. */
export function useIntakeDesk(data: IntakeData) {
  const { rows, asked } = data
  const [picked, setPicked] = useState<number | null>(asked ?? rows[0]?.id ?? null)
  const [marked, setMarked] = useState<ReadonlySet<number>>(new Set())
  const [dialog, setDialog] = useState<'accept' | 'decline' | 'cancel' | null>(null)
  const answering = useAnswer()
  useLive(({ aggregate }) => aggregate === 'tender' || aggregate === 'partner')
  const found = rows.findIndex(({ id }) => id === picked)
  const index = Math.max(0, found)
  const chosen = rows[index] ?? null
  const detail = useDetail(chosen?.id ?? null, data)
  // What was answered meanwhile is no longer marked.
  const among = rows.filter(({ id }) => marked.has(id))
  const chosenOnly = chosen ? [chosen] : []
  const targets = among.length > 0 ? among : chosenOnly
  const scrollTo = useRef<(index: number) => void>(() => undefined)
  useEffect(() => {
    if (picked !== null && !rows.some(({ id }) => id === picked)) setPicked(rows[index]?.id ?? rows.at(-1)?.id ?? null)
  }, [rows, picked, index])

  const mark = (id: number) =>
    setMarked(new Set(marked.has(id) ? [...marked].filter((each) => each !== id) : [...marked, id]))
  const markAlike = () => {
    const alike = rows.filter((row) => row.customerName === chosen?.customerName && row.purpose !== 'cancel')
    setMarked(new Set(alike.map(({ id }) => id)))
  }
  const step = (by: number) => {
    const next = Math.max(0, Math.min(rows.length - 1, index + by))
    if (!rows[next]) return
    setPicked(rows[next].id)
    scrollTo.current(next)
    focusAfterDrawing(`[data-row="${next}"]`)
  }
  // Back to the list: what was answered is gone, the next one is at hand.
  const close = () => {
    setDialog(null)
    focusAfterDrawing('[data-tender][aria-pressed="true"]')
  }
  const done = () => {
    setMarked(new Set())
    close()
  }
  return {
    ...data,
    ...detail,
    chosen,
    choose: setPicked,
    marked,
    among,
    targets,
    mark,
    markAlike,
    markNone: () => setMarked(new Set()),
    step,
    scrollTo,
    answering,
    dialog,
    openDialog: setDialog,
    close,
    done,
    isOnlyCancel: targets.length === 1 && targets[0]!.purpose === 'cancel',
    isAnswerable: targets.length > 0 && targets.every(({ purpose }) => purpose !== 'cancel'),
  }
}

export type IntakeDesk = ReturnType<typeof useIntakeDesk>

/** Focuses what a change of state draws: it is there two frames later. */
function focusAfterDrawing(selector: string): void {
  requestAnimationFrame(() => requestAnimationFrame(() => document.querySelector<HTMLElement>(selector)?.focus()))
}

/** Focuses the first of a tender's codes that nobody has mapped yet. */
export const focusFirstCode = (): void => document.querySelector<HTMLElement>('[data-first-map]')?.focus()
