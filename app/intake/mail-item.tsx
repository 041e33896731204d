import { useState } from 'react'
import { Link, useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { momentWords } from '#core/time/words'
import type { ListedLoad } from '#server/load/list'
import type { UnreadMail } from '#server/message/unread'
import { Complete } from '../ui/complete'
import { postJson } from '../ui/post'

interface MailProps {
  mail: UnreadMail
  now: number
  zone: string
  mayEdit: boolean
}

/** One email as it came, and what can be done with it. */
export function MailItem({ mail, now, zone, mayEdit }: MailProps) {
  const { revalidate } = useRevalidator()
  const [load, setLoad] = useState<ListedLoad | null>(null)
  const act = async (body: object, done: string) => {
    const answer = await postJson('/intake/mail/act', { messageId: mail.id, ...body })
    if (answer.ok) toast(done)
    else toast.error(answer.message)
    await revalidate()
  }
  return (
    <li className="border-b py-2">
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
      <p className="max-w-3xl whitespace-pre-wrap py-1">{mail.text || 'It has no text.'}</p>
      {mayEdit && (
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
            onClick={() => load && void act({ intent: 'give', loadId: load.id }, `Given to ${load.number}`)}
          >
            Give
          </button>
          <button type="button" className="button" onClick={() => void act({ intent: 'read' }, 'Marked as read')}>
            Read, belongs to no load
          </button>
        </div>
      )}
    </li>
  )
}
