import { useState } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { type Currency, currencySigns, currencyWords, readMoney } from '#core/money/money'
import { type LostReason, lostReasons } from '#core/quote/quote'
import { lostReasonWords } from '#core/quote/words'
import { addDays } from '#core/time/local'
import { readDays } from '#core/time/read-days'
import { dateWords, dayWords } from '#core/time/words'
import { Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { formKey } from '../ui/post'
import { wrongAt } from '../ui/use-saving'
import type { ScreenLine } from './screen-lines'
import type { Quoting } from './use-quote'

const laneWords = (lines: ScreenLine[]) =>
  lines.length === 1 ? `${lines[0]!.originCity} to ${lines[0]!.destCity}` : `${lines.length} lines`

interface WonProps {
  lines: ScreenLine[]
  today: string
  quoting: Quoting
  onClose: () => void
}

/** Lines won: how many loads they become, from which day on; everything else is known. */
export function WonDialog(props: WonProps) {
  const { lines, quoting, onClose } = props
  const { form, set, firstDay, win } = useWon(props)
  const already = lines.reduce((sum, { loadsMade }) => sum + loadsMade, 0)
  const onlyWon = async () => (await win(false)).ok && onClose()
  return (
    <FormDialog
      title={`Won: ${laneWords(lines)}`}
      layout="grid grid-cols-3 gap-3"
      button="Make the loads"
      otherButton={
        <button type="button" className="button" disabled={quoting.busy || already > 0} onClick={() => void onlyWon()}>
          Won, loads come later
        </button>
      }
      save={() => win(true)}
      onClose={onClose}
    >
      {(error) => (
        <>
          <Field
            label={lines.length > 1 ? 'Loads of each' : 'Loads'}
            inputMode="numeric"
            value={form.count}
            onChange={(event) => set({ count: event.target.value })}
            error={error('count')}
            autoFocus
            onFocus={(event) => event.target.select()}
          />
          <Field
            label="First pickup"
            value={form.day}
            onChange={(event) => set({ day: event.target.value })}
            error={error('day')}
            reading={firstDay ? dayWords(firstDay) : undefined}
          />
          <Field
            label="Days between"
            inputMode="numeric"
            value={form.every}
            onChange={(event) => set({ every: event.target.value })}
            disabled={Number(form.count) <= 1}
          />
          {already > 0 && (
            <p className="col-span-3 text-ring-text">{already} loads were made of it already; these come on top.</p>
          )}
          <p className="label col-span-3">
            They become drafts at this price, with the docks, freight and weight this customer usually has there; what
            the quote left open is kept in a note.
          </p>
        </>
      )}
    </FormDialog>
  )
}

/** The day proposed for the first pickup: the earliest that the lines name, or tomorrow. */
function proposedDay(lines: ScreenLine[], today: string): string {
  const named = lines.flatMap(({ pickupFrom }) => pickupFrom ?? []).toSorted()
  return named[0] !== undefined && named[0] >= today ? named[0] : addDays(today, 1)
}

/** How many loads, from which day, as typed; and winning the lines, with loads or without. */
function useWon({ lines, today, quoting }: WonProps) {
  const only = lines.length === 1 ? lines[0] : undefined
  const [form, setForm] = useState({
    count: String(only?.loads && only.loads <= 10 ? only.loads : 1),
    day: dateWords(proposedDay(lines, today)),
    every: '7',
  })
  const [key] = useState(formKey)
  const toastWon = useWonToast()
  const firstDay = readDays(form.day, today)?.from
  const count = Number(form.count)
  const win = async (withLoads: boolean) => {
    if (withLoads && !firstDay) return wrongAt({ day: 'Which day? 12/1, tue, tomorrow' })
    if (withLoads && (!Number.isInteger(count) || count < 1)) return wrongAt({ count: 'How many loads?' })
    const answer = await quoting.act(
      {
        intent: 'win',
        lineIds: lines.map(({ id }) => id),
        loads: withLoads && firstDay ? { count, firstDay, everyDays: Number(form.every) || 0 } : null,
        madeBefore: lines.reduce((sum, line) => sum + line.loadsMade, 0),
      },
      undefined,
      key,
    )
    if (answer.ok) toastWon(answer.value.loadIds ?? [])
    return answer
  }
  return { form, set: (part: Partial<typeof form>) => setForm({ ...form, ...part }), firstDay, win }
}

/** Says what became of the lines, with the way to the loads that were made. */
function useWonToast(): (loadIds: number[]) => void {
  const navigate = useNavigate()
  return (loadIds) => {
    if (loadIds.length === 0) return void toast('Won')
    const [only] = loadIds.length === 1 ? loadIds : []
    toast(`Won: ${loadIds.length} draft load${loadIds.length > 1 ? 's' : ''} made`, {
      action: {
        label: only ? 'Open it' : 'Show them',
        onClick: () => void navigate(only ? `/loads/${only}` : '/loads'),
      },
    })
  }
}

/** Lines lost: why, and what they went for if the customer says so. */
export function LostDialog({
  lines,
  currency,
  quoting,
  onClose,
}: {
  lines: ScreenLine[]
  currency: Currency
  quoting: Quoting
  onClose: () => void
}) {
  const [why, setWhy] = useState<LostReason>('price')
  const [price, setPrice] = useState('')
  const save = async () => {
    const named = price.trim() === '' ? null : readMoney(price, currency)
    if (price.trim() !== '' && !named?.amountMinor) return wrongAt({ toMinor: 'Give a price, or leave it empty' })
    if (named && named.currency !== currency)
      return wrongAt({ toMinor: `The quote is in ${currencyWords[currency]}: give it in ${currencySigns[currency]}` })
    const toMinor = named?.amountMinor ?? null
    const lineIds = lines.map(({ id }) => id)
    return await quoting.act({ intent: 'lose', lineIds, why, toMinor }, `Lost: ${laneWords(lines)}`)
  }
  return (
    <FormDialog
      title={`Lost: ${laneWords(lines)}`}
      layout="grid grid-cols-2 gap-3"
      button="Lost"
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
          <Choice label="Why" value={why} options={lostReasons} words={lostReasonWords} onChange={setWhy} />
          <Field
            label={`It went for, ${currencySigns[currency]}, if they say`}
            inputMode="decimal"
            value={price}
            onChange={(event) => setPrice(event.target.value)}
            error={error('toMinor')}
            disabled={lines.length > 1}
            autoFocus
          />
        </>
      )}
    </FormDialog>
  )
}
