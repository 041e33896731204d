import { useEffect, useRef, useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import type { Cells } from '#core/quote/quote'
import type { QuoteAct, QuoteActed } from '#server/quote/act'
import type { GridLine, QuotePage } from '#server/quote/read'
import { useNamed } from '../ui/live'
import { type Posted, postJson } from '../ui/post'

/** A line on the screen: as the server has it, or as typed while it is on its way. */
export interface ScreenLine extends GridLine {
  /** Stands from the first keystroke on, also when the line has no number of its own yet. */
  key: string
  busy: boolean
}

/** Our own acts come back as news of the quote: so long they are not read again. */
const ownEcho = 1500
const gather = 200
const repricedInPart = 100

export interface Quoting {
  lines: ScreenLine[]
  busy: boolean
  /** Puts text into a cell of a line; of a line past the last one, begins it. */
  type: (key: string | null, cells: Cells) => void
  /** Sends an act and takes in the lines it answers; a refusal is told. */
  /** The same `key` is carried out once, however often it is sent. */
  act: (act: QuoteAct, done?: string, key?: string) => Promise<Posted<QuoteActed>>
  remove: (lineIds: number[]) => Promise<void>
  /** Prices every draft anew, part by part, so that nobody else waits for all of them. */
  reprice: (done?: string) => Promise<void>
}

const blank: Omit<GridLine, 'id' | 'position' | 'cells'> = {
  state: 'draft',
  problems: [],
  originCity: '',
  originRegion: '',
  destCity: '',
  destRegion: '',
  equipment: null,
  weightLb: null,
  pickupFrom: null,
  pickupTo: null,
  loads: null,
  comment: '',
  theirsMinor: null,
  lostWhy: null,
  lostToMinor: null,
  sellMinor: null,
  lineHaulMinor: null,
  fuelMinor: null,
  pricedAt: null,
  miles: null,
  band: null,
  own: false,
  extrasMinor: 0,
  extras: 0,
  by: null,
  deskSellMinor: null,
  deskAskedMinor: null,
  marginMinor: null,
  marginPercent: null,
  thenMinor: null,
  loadsMade: 0,
}

const fresh = (line: GridLine): ScreenLine => ({ ...line, key: String(line.id), busy: false })

/** The lines of a quote as they are worked on: what is typed shows at once, acts go one after another. */
export function useQuote(page: QuotePage): Quoting {
  const quoteId = page.quote.id
  const [lines, setLines] = useState(() => page.lines.map(fresh))
  const [going, setGoing] = useState(0)
  const { revalidate } = useRevalidator()
  const queue = useRef<Promise<unknown>>(Promise.resolve())
  const ids = useRef(new Map<string, number>())
  const unsent = useRef(new Map<string, Cells>())
  const count = useRef(0)
  const lastAct = useRef(0)

  useEffect(() => {
    // What is still on its way stays as it was typed.
    setLines((before) =>
      before.some(({ busy }) => busy)
        ? before
        : page.lines.map((line) => ({
            ...fresh(line),
            key: before.find(({ id }) => id === line.id)?.key ?? String(line.id),
          })),
    )
  }, [page.lines])

  const echo = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  useNamed('quote', (data) => {
    if ((JSON.parse(data) as { quoteId: number }).quoteId !== quoteId) return
    clearTimeout(echo.current)
    echo.current = setTimeout(() => void revalidate(), Date.now() - lastAct.current < ownEcho ? ownEcho : gather)
  })
  useEffect(() => () => clearTimeout(echo.current), [])

  const takeIn = (changed: GridLine[], key?: string) =>
    setLines((before) => {
      const byId = new Map(changed.map((line) => [line.id, line]))
      const kept = before.map((line) => {
        const next = byId.get(line.id) ?? (line.key === key ? changed[0] : undefined)
        if (!next) return line
        byId.delete(next.id)
        return { ...next, key: line.key, busy: false }
      })
      return byId.size === 0
        ? kept
        : [...kept, ...[...byId.values()].map(fresh)].sort((one, other) => one.position - other.position)
    })

  const send = (act: QuoteAct, key?: string): Promise<Posted<QuoteActed>> => {
    setGoing((before) => before + 1)
    const answer = queue.current.then(async () => {
      lastAct.current = Date.now()
      const posted = await postJson<QuoteActed>(`/quotes/${quoteId}/act`, act, key)
      lastAct.current = Date.now()
      setGoing((before) => before - 1)
      return posted
    })
    queue.current = answer
    return answer
  }

  const type: Quoting['type'] = (key, cells) => {
    const own = key ?? `new-${++count.current}`
    if (key === null)
      setLines((before) => [
        ...before,
        { ...blank, id: -count.current, position: (before.at(-1)?.position ?? 0) + 1, cells, key: own, busy: true },
      ])
    else
      setLines((before) =>
        before.map((line) => (line.key === key ? { ...line, cells: { ...line.cells, ...cells }, busy: true } : line)),
      )
    unsent.current.set(own, { ...unsent.current.get(own), ...cells })
    const known = lines.find((line) => line.key === key)?.id ?? 0
    setGoing((before) => before + 1)
    queue.current = queue.current.then(() => deliver(own, known > 0 ? known : undefined))
  }

  /** Sends what of a line the server does not have yet; what it could not take stays to be sent again. */
  const deliver = async (key: string, known: number | undefined) => {
    const cells = unsent.current.get(key)
    const lineId = known ?? ids.current.get(key)
    if (!cells) return setGoing((before) => before - 1)
    unsent.current.delete(key)
    const act: QuoteAct =
      lineId === undefined ? { intent: 'add_lines', rows: [{ cells }] } : { intent: 'change_line', lineId, cells }
    lastAct.current = Date.now()
    const answer = await postJson<QuoteActed>(`/quotes/${quoteId}/act`, act, key)
    lastAct.current = Date.now()
    setGoing((before) => before - 1)
    if (answer.ok) {
      const made = answer.value.lines[0]
      if (made) ids.current.set(key, made.id)
      return takeIn(answer.value.lines, key)
    }
    setLines((before) => before.map((line) => (line.key === key ? { ...line, busy: false } : line)))
    const refused = answer.status >= 400 && answer.status < 500
    if (!refused || lineId === undefined) unsent.current.set(key, { ...cells, ...unsent.current.get(key) })
    toast(answer.message, {
      className: '!text-bill',
      ...(refused ? {} : { duration: 60_000, action: { label: 'Try again', onClick: () => type(key, {}) } }),
    })
    if (refused && lineId !== undefined) await revalidate()
  }

  const act: Quoting['act'] = async (sent, done, key) => {
    const answer = await send(sent, key)
    if (answer.ok) {
      takeIn(answer.value.lines)
      if (done) toast(done)
    } else toast(answer.message, { className: '!text-bill' })
    return answer
  }

  const remove: Quoting['remove'] = async (lineIds) => {
    const answer = await send({ intent: 'remove_lines', lineIds })
    if (!answer.ok) return void toast(answer.message, { className: '!text-bill' })
    setLines((before) => before.filter(({ id }) => !lineIds.includes(id)))
    const rows = answer.value.removed ?? []
    toast(rows.length === 1 ? 'Line removed' : `${rows.length} lines removed`, {
      action: { label: 'Undo', onClick: () => void bringBack(rows) },
    })
  }

  const bringBack = async (rows: NonNullable<QuoteActed['removed']>) => {
    for (let at = 0; at < rows.length; at += 250) await act({ intent: 'add_lines', rows: rows.slice(at, at + 250) })
  }

  const reprice: Quoting['reprice'] = async (done) => {
    const drafts = lines.filter(({ id, state }) => id > 0 && state === 'draft').map(({ id }) => id)
    for (let at = 0; at < drafts.length; at += repricedInPart) {
      const answer = await act({ intent: 'reprice', lineIds: drafts.slice(at, at + repricedInPart) })
      if (!answer.ok) return
    }
    if (done) toast(done)
  }

  return { lines, busy: going > 0, type, act, remove, reprice }
}
