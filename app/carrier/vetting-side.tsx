import { booked } from '#core/load/states'
import { dayWords } from '#core/time/words'
import { Reasons } from '../load/gate'
import { CoverLine } from '../ui/cover-line'
import type { CarrierDesk } from './carrier-desk'
import { LaneMap } from './lane-map'

/** Whether a carrier may be used and why, its insurance against the loads it is booked on, and where it runs for us. */
export function VettingSide({ desk }: { desk: CarrierDesk }) {
  const { dossier, today } = desk
  const ahead = dossier.loads.filter(({ state }) => booked.has(state))
  return (
    <>
      <section aria-label="Vetting">
        <h2 className="head">Vetting</h2>
        <Verdict verdict={dossier.verdict} />
      </section>
      <section aria-label="Insurance">
        <h2 className="head">Insurance</h2>
        <CoverLine
          wide={490}
          cover={dossier.cover}
          today={today}
          deliveries={ahead.map((load) => ({
            on: load.deliverOn,
            words: `${load.number} ${dayWords(load.deliverOn)}`,
          }))}
        />
      </section>
      {dossier.lanes.length > 0 && (
        <section aria-label="What they run for us">
          <h2 className="head">What they run for us</h2>
          <LaneMap lanes={dossier.lanes} />
        </section>
      )}
    </>
  )
}

function Verdict({ verdict: { reasons, signs } }: { verdict: CarrierDesk['dossier']['verdict'] }) {
  return (
    <>
      {reasons.length === 0 ? (
        <p className="text-acacia">Nothing against it: authority, insurance, safety and documents are in order.</p>
      ) : (
        <Reasons reasons={reasons} />
      )}
      {signs.length > 0 && !reasons.some(({ code }) => code.startsWith('sign_')) && (
        <p className="label mt-1">
          Noted, too light for a rule: {signs.map(({ message, weight }) => `${message} (weight ${weight})`).join('; ')}
        </p>
      )}
    </>
  )
}
