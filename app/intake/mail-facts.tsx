import { Link } from 'react-router'
import type { MailOffer } from '#core/mail/mail'
import { mailWarningWords } from '#core/mail/warnings'
import { rateWords, trailerWords, truckDayWords, wantsWords } from '#core/truck/words'
import type { MailReading } from '#server/truck/from-mail'

type ReadTruck = MailReading['trucks'][number]

interface MailFactsProps {
  reading: MailReading
  today: string
  mayEdit: boolean
  onConfirm: (ids: number[]) => void
  onRefuse: (truck: ReadTruck) => void
  onChange: (truck: ReadTruck) => void
}

const stateWords = { proposed: '', known: 'known', refused: 'not a truck', gone: 'gone' }

/** What was read from an email, beside its text: each truck to be confirmed, put right or refused. */
export function MailFactsColumn({ reading, today, mayEdit, onConfirm, onRefuse, onChange }: MailFactsProps) {
  const { trucks, facts } = reading
  const open = trucks.filter(({ state }) => state === 'proposed')
  return (
    <section aria-label="What was read" className="min-w-0">
      {facts.warnings.map(({ value }) => (
        <p key={value} className="border-l-2 border-bill pl-2 text-bill">
          {mailWarningWords[value]}
        </p>
      ))}
      <p className="flex items-baseline gap-3">
        <b>
          {trucks.length} {trucks.length === 1 ? 'truck' : 'trucks'}
          {facts.offers.length > 0 && `, ${facts.offers.length} ${facts.offers.length === 1 ? 'price' : 'prices'}`}
        </b>
        {mayEdit && open.length > 0 && (
          <button type="button" className="button first ml-auto" onClick={() => onConfirm(open.map(({ id }) => id))}>
            Confirm {open.length === 1 ? 'it' : `all ${open.length}`} <kbd className="key">y</kbd>
          </button>
        )}
      </p>
      <ol className="mt-1">
        {trucks.map((truck) => (
          <li
            key={truck.id}
            className={`grid grid-cols-[18px_minmax(0,1fr)_auto] items-baseline gap-2 border-t py-1 ${truck.state === 'refused' ? 'text-second line-through' : ''}`}
          >
            <span className="font-mono text-dusk">{(truck.factAt ?? 0) + 1}</span>
            <span className="min-w-0">
              <b>
                {truck.city} {truck.region}
              </b>{' '}
              {trailerWords(truck)}, {truckDayWords(truck, today)}
              <span className="label block truncate" title={wantsWords(truck)}>
                wants {wantsWords(truck)} {rateWords(truck)}
              </span>
            </span>
            <TruckEnd {...{ truck, mayEdit, onRefuse, onChange }} />
          </li>
        ))}
        {facts.offers.map((offer) => (
          <li key={`${offer.amount.at?.from}`} className="border-t py-1">
            <OfferLine offer={offer} />
          </li>
        ))}
      </ol>
    </section>
  )
}

function TruckEnd({
  truck,
  mayEdit,
  onRefuse,
  onChange,
}: Pick<MailFactsProps, 'mayEdit' | 'onRefuse' | 'onChange'> & { truck: ReadTruck }) {
  if (truck.state === 'known')
    return (
      <Link to={`/capacity?truck=${truck.id}`} className="link whitespace-nowrap" title={`By ${truck.decidedBy}`}>
        known
      </Link>
    )
  if (truck.state !== 'proposed' || !mayEdit) return <span className="label">{stateWords[truck.state]}</span>
  const where = `${truck.city}, ${truck.region}`
  return (
    <span className="flex gap-2 whitespace-nowrap">
      {truck.confidence < 0.8 && <span className="text-ring-text">not sure</span>}
      <button type="button" className="link" aria-label={`Put ${where} right`} onClick={() => onChange(truck)}>
        fix
      </button>
      <button type="button" className="link" aria-label={`${where} is not a truck`} onClick={() => onRefuse(truck)}>
        not a truck
      </button>
    </span>
  )
}

/** A price that the email names: where it is for a load of ours it stands on that load as a proposal. */
function OfferLine({ offer }: { offer: MailOffer }) {
  const { reference, amount, basis, currency, origin, destination } = offer
  const forWhat = reference?.value ?? [origin?.value, destination?.value].filter(Boolean).join(' to ')
  return (
    <>
      <b className="font-mono">
        ${Number(amount.value).toLocaleString('en-US', { minimumFractionDigits: basis === 'per_mile' ? 2 : 0 })}
        {basis === 'per_mile' && '/mi'} {currency === 'CAD' && 'CAD'}
      </b>{' '}
      {forWhat && `for ${forWhat}`}
    </>
  )
}
