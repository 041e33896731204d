import { useState } from 'react'
import { Link, useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { momentWords } from '#core/time/words'
import type { ListedLoad } from '#server/load/list'
import type { UnreadMail } from '#server/message/unread'
import type { MailReading } from '#server/truck/from-mail'
import { TruckDialog } from '../truck/truck-dialog'
import { Complete } from '../ui/complete'
import { postJson } from '../ui/post'
import { MailFactsColumn } from './mail-facts'
import { Underlined, underlinesOf } from './underlined'

interface MailProps {
  mail: UnreadMail
  reading: MailReading | null
  now: number
  zone: string
  today: string
  mayEdit: boolean
}

type ReadTruck = MailReading['trucks'][number]

/** Sends what is done with one email or its trucks. */
function useMailActs() {
  const { revalidate } = useRevalidator()
  return async (url: string, body: object, done: string) => {
    const answer = await postJson(url, body)
    if (answer.ok) toast(done)
    else toast.error(answer.message)
    await revalidate()
  }
}

/** One email as it came, what was read from it underlined and beside it, and what can be done with it. */
export function MailItem({ mail, reading, now, zone, today, mayEdit }: MailProps) {
  const act = useMailActs()
  const { revalidate } = useRevalidator()
  const [fixed, setFixed] = useState<ReadTruck | null>(null)
  const trucks = reading?.trucks ?? []
  const confirm = (ids: number[]) =>
    void act(
      '/trucks/act',
      { intent: 'confirm_truck', ids },
      ids.length === 1 ? 'The truck is known' : `${ids.length} trucks are known`,
    )
  const open = trucks.filter(({ state }) => state === 'proposed').map(({ id }) => id)
  return (
    <li className="border-b py-2" data-mail={mail.id} data-open={open.join(' ')}>
      <p className="flex items-baseline gap-3">
        <b>{mail.subject || 'No subject'}</b>
        <span className="label min-w-0 truncate">
          from {mail.sender}
          {mail.carrier && (
            <>
              ,{' '}
              <Link to={`/carriers/${mail.carrier.id}`} className="link">
                {mail.carrier.name}
              </Link>
            </>
          )}
          , {momentWords(mail.receivedAt, now, zone)}
        </span>
      </p>
      <div className={reading ? 'grid grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)] gap-6 py-1' : 'max-w-3xl py-1'}>
        <MailText
          mail={mail}
          reading={reading}
          onDoubt={(at) => setFixed(trucks.find(({ factAt }) => factAt === at - 1) ?? null)}
        />
        {reading && (
          <MailFactsColumn
            reading={reading}
            today={today}
            mayEdit={mayEdit}
            onConfirm={confirm}
            onChange={setFixed}
            onRefuse={({ id, city }) =>
              void act('/trucks/act', { intent: 'refuse_truck', ids: [id] }, `${city}: not a truck`)
            }
          />
        )}
      </div>
      {mayEdit && <WhoseIsIt mail={mail} act={act} />}
      {fixed && (
        <TruckDialog truck={fixed} today={today} onClose={() => setFixed(null)} onSaved={() => void revalidate()} />
      )}
    </li>
  )
}

/** The email's words, and those of the sheets that came with it. */
function MailText({
  mail,
  reading,
  onDoubt,
}: {
  mail: UnreadMail
  reading: MailReading | null
  onDoubt: (truck: number) => void
}) {
  if (!reading) return <p className="whitespace-pre-wrap">{mail.text || 'It has no text.'}</p>
  const underlines = underlinesOf(reading.facts)
  return (
    <div
      className="max-h-80 min-w-0 overflow-y-auto"
      tabIndex={0}
      role="region"
      aria-label={`Text of ${mail.subject || 'the email'}`}
    >
      {reading.facts.parts.map(({ name, text }, part) => (
        <div key={name ?? ''}>
          {name !== null && <p className="label mt-2 border-t pt-1">{name}</p>}
          <Underlined text={text} part={part} underlines={underlines} onDoubt={onDoubt} />
        </div>
      ))}
    </div>
  )
}

/** Gives an email to the load it belongs to, or marks it as read. */
function WhoseIsIt({ mail, act }: { mail: UnreadMail; act: ReturnType<typeof useMailActs> }) {
  const [load, setLoad] = useState<ListedLoad | null>(null)
  const url = '/intake/mail/act'
  return (
    <div className="flex items-end gap-3">
      <div className="w-80">
        <Complete<ListedLoad>
          label="Give it to a load"
          subject="loads"
          value={load}
          onPick={setLoad}
          text={({ number, originCity, destCity }) => `${number} ${originCity} to ${destCity}`}
          detail={({ customerName }) => customerName}
        />
      </div>
      <button
        type="button"
        className="button"
        disabled={!load}
        onClick={() =>
          load && void act(url, { intent: 'give', messageId: mail.id, loadId: load.id }, `Given to ${load.number}`)
        }
      >
        Give
      </button>
      <button
        type="button"
        className="button"
        onClick={() => void act(url, { intent: 'read', messageId: mail.id }, 'Marked as read')}
      >
        Read, belongs to no load
      </button>
    </div>
  )
}
