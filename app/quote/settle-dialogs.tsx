import { useState } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { type Currency, currencySigns, currencyWords, readMoney } from '#core/money/money'
import { type LostReason, lostReasons } from '#core/quote/quote'
import { lostReasonWords } from '#core/quote/words'
import { addDays } from '#core/time/local'
import { readDays } from '#core/time/read-days'
import { dayWords } from '#core/time/words'
import { Alert } from '../ui/alert'
import { Dialog } from '../ui/dialog'
import { Choice, Field } from '../ui/field'
import { FormDialog, SaveButton } from '../ui/form-dialog'
import { formKey } from '../ui/post'
import { useSaving, wrongAt } from '../ui/use-saving'
import type { ScreenLine } from './screen-lines'
import type { Quoting } from './use-quote'

const laneWords = (lines: ScreenLine[]) =>
  lines.length === 1 ? `${lines[0]!.originCity} to ${lines[0]!.destCity}` : `${lines.length} lines`

/** Lines won: how many loads they become, from which day on; everything else is known. */
export function WonDialog({
  lines,
  today,
  quoting,
  onClose,
}: {
  lines: ScreenLine[]
  today: string
  quoting: Quoting
  onClose: () => void
}) {
  const first = lines
    .map(({ pickupFrom }) => pickupFrom)
    .filter((day) => day !== null)
    .sort()[0]
  const only = lines.length === 1 ? lines[0] : undefined
  const [count, setCount] = useState(String(only?.loads && only.loads <= 10 ? only.loads : 1))
  const [day, setDay] = useState(first && first >= today ? first : addDays(today, 1))
  const [every, setEvery] = useState('7')
  const [key] = useState(formKey)
  const navigate = useNavigate()
  const read = readDays(day, today)
  const number = Number(count)
  const win = async (withLoads: boolean) => {
    if (withLoads && !read) return wrongAt({ day: 'Which day? 12/1, tue, tomorrow' })
    if (withLoads && (!Number.isInteger(number) || number < 1)) return wrongAt({ count: 'How many loads?' })
    const answer = await quoting.act(
      {
        intent: 'win',
        lineIds: lines.map(({ id }) => id),
        loads: withLoads && read ? { count: number, firstDay: read.from, everyDays: Number(every) || 0 } : null,
        madeBefore: lines.reduce((sum, line) => sum + line.loadsMade, 0),
      },
      undefined,
      key,
    )
    if (!answer.ok) return answer
    const loadIds = answer.value.loadIds ?? []
    const only = loadIds.length === 1 ? loadIds[0] : undefined
    toast(
      loadIds.length === 0 ? 'Won' : `Won: ${loadIds.length} draft load${loadIds.length > 1 ? 's' : ''} made`,
      loadIds.length > 0
        ? {
            action: {
              label: only ? 'Open it' : 'Show them',
              onClick: () => navigate(only ? `/loads/${only}` : '/loads'),
            },
          }
        : undefined,
    )
    return answer
  }
  const saving = useSaving(() => win(true), onClose)
  const onlyWon = async () => (await win(false)).ok && onClose()
  const already = lines.reduce((sum, { loadsMade }) => sum + loadsMade, 0)
  return (
    <Dialog open onClose={onClose} title={`Won: ${laneWords(lines)}`}>
      <form onSubmit={saving.submit} className="grid grid-cols-3 gap-3" noValidate>
        <Field
          label={lines.length > 1 ? 'Loads of each' : 'Loads'}
          inputMode="numeric"
          value={count}
          onChange={(event) => setCount(event.target.value)}
          error={saving.error('count')}
          autoFocus
          onFocus={(event) => event.target.select()}
        />
        <Field
          label="First pickup"
          value={day}
          onChange={(event) => setDay(event.target.value)}
          error={saving.error('day')}
          reading={read ? dayWords(read.from) : undefined}
        />
        <Field
          label="Days between"
          inputMode="numeric"
          value={every}
          onChange={(event) => setEvery(event.target.value)}
          disabled={number <= 1}
        />
        {already > 0 && (
          <p className="col-span-3 text-ring-text">{already} loads were made of it already; these come on top.</p>
        )}
        <p className="label col-span-3">
          They become drafts at this price, with the docks, freight and weight this customer usually has there; what the
          quote left open stands in a note.
        </p>
        <Alert className="col-span-3">{saving.message()}</Alert>
        <div className="col-span-3 flex gap-3">
          <SaveButton button="Make the loads" isSaving={saving.isSaving} />
          <button
            type="button"
            className="button"
            disabled={quoting.busy || already > 0}
            onClick={() => void onlyWon()}
          >
            Won, loads come later
          </button>
        </div>
      </form>
    </Dialog>
  )
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
