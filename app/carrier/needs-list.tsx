import { carrierDocumentWords } from '#core/carrier/document'
import { mailWarningWords } from '#core/mail/warnings'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords, momentWords } from '#core/time/words'
import type { Needs } from '#server/carrier/needs'
import { LinkButton } from '../ui/link-button'
import { Carrier, Go, Item, Part } from './attention-parts'
import { useCarrierAct } from './use-carrier-act'

const coverWords = { liability: 'Liability', cargo: 'Cargo cover', refrigeration: 'Reefer breakdown' } as const

/** Email that asks for another account or a sign-in. */
export function WarnedLetters({ needs, now, zone }: { needs: Needs; now: number; zone: string }) {
  return (
    <Part title="Email that nobody should follow before a call" count={needs.letters.length}>
      {needs.letters.map((row) => (
        <Item key={row.id} act={<Go to="/intake/mail" words="Read it" />}>
          {row.carrierId !== null && <Carrier id={row.carrierId} name={row.carrierName ?? ''} />} {row.sender}{' '}
          <span className="text-bill">{row.warnings.map((each) => mailWarningWords[each]).join(' ')}</span>
          <span className="label"> {momentWords(row.receivedAt, now, zone)}</span>
        </Item>
      ))}
    </Part>
  )
}

/** Awards in doubt and policies that end too early. */
export function LoadsInDoubt({
  needs,
  now,
  zone,
  mayEdit,
}: {
  needs: Needs
  now: number
  zone: string
  mayEdit: boolean
}) {
  const today = dayOf(toLocal(now, zone))
  const lapsing = lapsingByCarrier(needs.lapsing)
  return (
    <>
      <Part title="Awards that vetting would now block" count={needs.alerts.length}>
        {needs.alerts.map((alert) => (
          <Item key={alert.loadId} act={<Go to={`/loads/${alert.loadId}`} words="Open the load" />}>
            <span className="font-mono">{alert.number}</span> <Carrier id={alert.carrierId} name={alert.carrierName} />{' '}
            <span className="text-bill">{alert.reasons.map(({ message }) => message).join('; ')}</span>
            <span className="label"> picks up {momentWords(alert.pickupAt, now, alert.zone)}</span>
          </Item>
        ))}
      </Part>
      <Part title="Policies ending before or just after booked deliveries" count={lapsing.length}>
        {lapsing.map((row) => (
          <Item key={row.carrierId} act={mayEdit && <AskCertificate carrierId={row.carrierId} mail={row.mail} />}>
            <Carrier id={row.carrierId} name={row.carrierName} /> {row.kinds.map((kind) => coverWords[kind]).join(', ')}{' '}
            ends <b className={row.before ? 'text-bill' : 'text-ring-text'}>{dayWords(row.expiresOn, today)}</b>
            <span className="label">
              {' '}
              {row.loads.map((each) => `${each.number} delivers ${dayWords(each.on, today)}`).join(', ')}
            </span>
          </Item>
        ))}
      </Part>
    </>
  )
}

/** What a second person decides, and documents that came or are missing. `me` is who reads. */
export function PeopleNeeded({
  needs,
  now,
  zone,
  me,
  mayEdit,
  mayApprove,
}: {
  needs: Needs
  now: number
  zone: string
  me: string
  mayEdit: boolean
  mayApprove: boolean
}) {
  return (
    <>
      <Part title="Payees waiting for a second person" count={needs.payees.length}>
        {needs.payees.map((row) => (
          <Item
            key={row.id}
            act={
              mayApprove && row.askedBy !== me ? (
                <Decide carrierId={row.carrierId} payeeId={row.id} />
              ) : (
                <span className="label">{row.askedBy === me ? 'somebody else decides' : ''}</span>
              )
            }
          >
            <Carrier id={row.carrierId} name={row.carrierName} /> to be paid: {row.name} …{row.accountEnd}
            {row.kind === 'factoring' && ', factoring'} <span className="label">asked by {row.askedBy}</span>
          </Item>
        ))}
      </Part>
      <Part title="Documents to review" count={needs.documents.length}>
        {needs.documents.map((row) => (
          <Item key={row.id} act={<Go to={`/carriers/${row.carrierId}?look=${row.id}`} words="Review" />}>
            <Carrier id={row.carrierId} name={row.carrierName} /> {carrierDocumentWords[row.kind]}{' '}
            <span className="label">
              from {row.receivedFrom}, {momentWords(row.receivedAt, now, zone)}
            </span>
          </Item>
        ))}
      </Part>
      <Part title="Documents missing for carriers that offer, or are new" count={needs.missing.length}>
        {needs.missing.map((row) => (
          <Item
            key={row.carrierId}
            act={
              row.askedAt ? (
                <span className="label">asked {momentWords(row.askedAt, now, zone)}</span>
              ) : (
                mayEdit && <AskMissing row={row} />
              )
            }
          >
            <Carrier id={row.carrierId} name={row.carrierName} />{' '}
            {[row.w9 ? 'W-9' : '', row.agreement ? 'agreement' : ''].filter(Boolean).join(' and ')} missing
          </Item>
        ))}
      </Part>
    </>
  )
}

/** One line for a carrier, whatever of its policies ends and whichever of its loads it touches. */
function lapsingByCarrier(rows: Needs['lapsing']) {
  const carriers = new Map<
    number,
    {
      carrierId: number
      carrierName: string
      mail: string
      expiresOn: string
      before: boolean
      kinds: Needs['lapsing'][number]['kind'][]
      loads: { number: string; on: string }[]
    }
  >()
  for (const row of rows) {
    const on = dayOf(toLocal(row.deliverBy, row.destZone))
    const held = carriers.get(row.carrierId) ?? {
      carrierId: row.carrierId,
      carrierName: row.carrierName,
      mail: row.mail,
      expiresOn: row.expiresOn,
      before: false,
      kinds: [],
      loads: [],
    }
    held.before ||= row.expiresOn < on
    if (!held.kinds.includes(row.kind)) held.kinds.push(row.kind)
    if (!held.loads.some((each) => each.number === row.number)) held.loads.push({ number: row.number, on })
    carriers.set(row.carrierId, held)
  }
  return [...carriers.values()]
}

function Decide({ carrierId, payeeId }: { carrierId: number; payeeId: number }) {
  const acting = useCarrierAct(carrierId)
  return (
    <span className="flex gap-3">
      <LinkButton
        disabled={acting.busy}
        onClick={() => void acting.act({ intent: 'approve_payee', payeeId }, 'Payee approved')}
      >
        Approve
      </LinkButton>
      <LinkButton
        disabled={acting.busy}
        onClick={() => void acting.act({ intent: 'refuse_payee', payeeId }, 'Payee refused')}
      >
        Refuse
      </LinkButton>
    </span>
  )
}

function AskCertificate({ carrierId, mail }: { carrierId: number; mail: string }) {
  const acting = useCarrierAct(carrierId)
  return (
    <LinkButton
      disabled={acting.busy}
      onClick={() =>
        void acting.act({ intent: 'request_documents', ask: { to: mail, kinds: ['certificate'] } }, `Asked ${mail}`)
      }
    >
      Request the renewal
    </LinkButton>
  )
}

function AskMissing({ row }: { row: { carrierId: number; mail: string; w9: number; agreement: number } }) {
  const acting = useCarrierAct(row.carrierId)
  const ask = async () => {
    if (row.agreement)
      await acting.act({ intent: 'send_agreement', ask: { to: row.mail } }, row.w9 ? undefined : `Sent to ${row.mail}`)
    if (row.w9)
      await acting.act({ intent: 'request_documents', ask: { to: row.mail, kinds: ['w9'] } }, `Asked ${row.mail}`)
  }
  return (
    <LinkButton disabled={acting.busy} onClick={() => void ask()}>
      {row.w9 ? 'Request it' : 'Send it to sign'}
    </LinkButton>
  )
}
