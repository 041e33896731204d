import { useEffect, useRef, useState } from 'react'
import { toast } from 'sonner'
import type { Cells } from '#core/quote/quote'
import type { QuoteAct, QuoteActed } from '#server/quote/act'
import type { QuotePage } from '#server/quote/read'
import type { Posted } from '../ui/post'
import { begun, fresh, reread, type ScreenLine, settled, takenIn, typedInto } from './screen-lines'
import { useActs } from './use-acts'

const repricedInPart = 100
const broughtBackInPart = 250

export interface Quoting {
  lines: ScreenLine[]
  busy: boolean
  /** Puts text into a cell of a line; of a line past the last one, begins it. */
  type: (key: string | null, cells: Cells) => void
  /** Sends an act and takes in the lines it answers; a refusal is shown. */
  /** The same `key` is carried out once, however often it is sent. */
  act: (act: QuoteAct, done?: string, key?: string) => Promise<Posted<QuoteActed>>
  remove: (lineIds: number[]) => Promise<void>
  /** Prices every draft again, part by part, so that nobody else waits for all of them. */
  reprice: (done?: string) => Promise<void>
}

const tellRefused = (message: string, more: Parameters<typeof toast>[1] = {}) =>
  toast(message, { className: '!text-bill', ...more })

/** The lines of a quote as they are worked on: what is typed shows at once, acts go one after another. */
export function useQuote(page: QuotePage): Quoting {
  const [lines, setLines] = useState(() => page.lines.map(fresh))
  const acts = useActs(page.quote.id)
  const { inTurn, post } = acts
  useEffect(() => setLines((before) => reread(before, page.lines)), [page.lines])
  const type = useTyping(lines, setLines, acts)

  const act: Quoting['act'] = async (sent, done, key) => {
    const answer = await inTurn(() => post(sent, key))
    if (answer.ok) {
      setLines((before) => takenIn(before, answer.value.lines))
      if (done) toast(done)
    } else tellRefused(answer.message)
    return answer
  }
  const remove: Quoting['remove'] = async (lineIds) => {
    const answer = await inTurn(() => post({ intent: 'remove_lines', lineIds }))
    if (!answer.ok) return void tellRefused(answer.message)
    setLines((before) => before.filter(({ id }) => !lineIds.includes(id)))
    const rows = answer.value.removed ?? []
    toast(rows.length === 1 ? 'Line removed' : `${rows.length} lines removed`, {
      action: { label: 'Undo', onClick: () => void bringBack(rows) },
    })
  }
  const bringBack = async (rows: NonNullable<QuoteActed['removed']>) => {
    for (let at = 0; at < rows.length; at += broughtBackInPart)
      await act({ intent: 'add_lines', rows: rows.slice(at, at + broughtBackInPart) })
  }
  const reprice: Quoting['reprice'] = async (done) => {
    const drafts = lines.filter(({ id, state }) => id > 0 && state === 'draft').map(({ id }) => id)
    for (let at = 0; at < drafts.length; at += repricedInPart) {
      const answer = await act({ intent: 'reprice', lineIds: drafts.slice(at, at + repricedInPart) })
      if (!answer.ok) return
    }
    if (done) toast(done)
  }
  return { lines, busy: acts.busy, type, act, remove, reprice }
}

/** Typing into cells: it shows at once and is sent in turn; what the server could not take stays to be sent again. */
function useTyping(
  lines: ScreenLine[],
  setLines: (change: (before: ScreenLine[]) => ScreenLine[]) => void,
  { inTurn, post, revalidate }: ReturnType<typeof useActs>,
): Quoting['type'] {
  const ids = useRef(new Map<string, number>())
  const unsent = useRef(new Map<string, Cells>())
  const count = useRef(0)

  const type: Quoting['type'] = (key, cells) => {
    const own = key ?? `new-${++count.current}`
    const number = count.current
    setLines((before) => (key === null ? begun(before, own, number, cells) : typedInto(before, own, cells)))
    unsent.current.set(own, { ...unsent.current.get(own), ...cells })
    const known = lines.find((line) => line.key === key)?.id ?? 0
    void inTurn(() => deliver(own, known > 0 ? known : undefined))
  }

  /** Sends what of a line the server does not have yet. */
  const deliver = async (key: string, known: number | undefined) => {
    const cells = unsent.current.get(key)
    const lineId = known ?? ids.current.get(key)
    if (!cells) return
    unsent.current.delete(key)
    const isNew = lineId === undefined
    const answer = await post(
      isNew ? { intent: 'add_lines', rows: [{ cells }] } : { intent: 'change_line', lineId, cells },
      key,
    )
    if (answer.ok) {
      const made = answer.value.lines[0]
      if (made) ids.current.set(key, made.id)
      return setLines((before) => takenIn(before, answer.value.lines, key))
    }
    setLines((before) => settled(before, key))
    const isRefused = answer.status >= 400 && answer.status < 500
    if (!isRefused || isNew) unsent.current.set(key, { ...cells, ...unsent.current.get(key) })
    const again = { duration: 60_000, action: { label: 'Try again', onClick: () => type(key, {}) } }
    tellRefused(answer.message, isRefused ? {} : again)
    if (isRefused && !isNew) await revalidate()
  }
  return type
}
