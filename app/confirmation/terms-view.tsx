import {
  balanceMinor,
  type ConfirmationTerms,
  palletsWords,
  payWords,
  windowOnDocument,
} from '#core/confirmation/terms'
import { milesWords } from '#core/miles/words'
import { toInstant } from '#core/time/local'
import { zoneWords } from '#core/time/words'

/** A rate confirmation as its carrier reads it: on the phone, and in the desk's preview. */
export function TermsView({ terms }: { terms: ConfirmationTerms }) {
  return (
    <div className="flex flex-col gap-4">
      <section aria-label="Pay" className="border-y border-strong py-2">
        {terms.pay.map((line, index) => (
          <p key={`${line.label}-${index}`} className="flex justify-between">
            <span>
              {line.label} <span className="label">{line.rate}</span>
            </span>
            <span className="font-mono">{payWords(terms, line.amountMinor)}</span>
          </p>
        ))}
        <p className="mt-1 flex justify-between text-lg font-semibold">
          We pay, all in{' '}
          <span className="font-mono">
            {payWords(terms, terms.totalMinor)} {terms.currency ?? 'USD'}
          </span>
        </p>
        {(terms.advances ?? []).map((advance) => (
          <p key={`${advance.paidOn} ${advance.amountMinor}`} className="flex justify-between">
            {advance.label}, paid {advance.paidOn}{' '}
            <span className="font-mono">-{payWords(terms, advance.amountMinor)}</span>
          </p>
        ))}
        {(terms.advances ?? []).length > 0 && (
          <p className="flex justify-between font-semibold">
            Still to be paid <span className="font-mono">{payWords(terms, balanceMinor(terms))}</span>
          </p>
        )}
      </section>
      <ol className="flex flex-col gap-3" aria-label="Stops">
        {terms.stops.map((stop, index) => (
          <li key={`${stop.facility}-${index}`}>
            <p className="font-semibold">
              {index + 1}. {stop.kind === 'pickup' ? 'Pickup' : 'Delivery'}: {stop.facility}
            </p>
            <p>{stop.address.join(', ')}</p>
            <p>
              <b className="font-semibold">{windowOnDocument(stop)}</b>{' '}
              {zoneWords(toInstant(stop.earliestLocal, stop.zone), stop.zone)},{' '}
              {stop.booking === 'appointment' ? 'by appointment' : 'first come, first served'}
            </p>
            {stop.details?.map((detail) => (
              <p key={detail}>{detail}</p>
            ))}
          </li>
        ))}
      </ol>
      <section aria-label="Freight">
        <p>
          <b className="font-semibold">{terms.freight}</b>, {terms.commodity}
          {[palletsWords(terms), terms.freightDetails].filter(Boolean).map((words) => `, ${words}`)}, about{' '}
          {milesWords(terms.miles)}
        </p>
        {terms.references.map((reference) => (
          <p key={reference.label + reference.value}>
            {reference.label} <span className="font-mono">{reference.value}</span>
          </p>
        ))}
        {terms.instructions.map((instruction) => (
          <p key={instruction} className="mt-1 border-l-4 border-ring pl-2">
            {instruction}
          </p>
        ))}
      </section>
      <section aria-label="Parties" className="grid grid-cols-2 gap-3">
        <p>
          <span className="label block">Broker</span>
          {terms.broker.name}, MC {terms.broker.mcNumber}
          <br />
          {terms.rep.name}, <span className="whitespace-nowrap">{terms.rep.phone || terms.broker.phone}</span>
        </p>
        <p>
          <span className="label block">Carrier</span>
          {terms.carrier.name}
          <br />
          MC {terms.carrier.mcNumber}, DOT {terms.carrier.dotNumber}
        </p>
      </section>
      <ol className="label list-decimal pl-5" aria-label="Conditions">
        {terms.conditions.map((condition) => (
          <li key={condition}>{condition}</li>
        ))}
      </ol>
    </div>
  )
}
