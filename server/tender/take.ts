import type { LoadTerms } from '#core/load/load'
import { loadOfTender } from '#core/tender/to-load'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Refused, RefusedInside } from '#server/kernel/run'
import { changeLoad } from '#server/load/change'
import { createLoad } from '#server/load/save'
import { readTerms } from '#server/load/terms'
import type { Partner } from '#server/partner/partners'
import { loadPartner } from '#server/schema'
import { mappingOf } from './mapping'
import type { Notice } from './rows'

interface Taken {
  loadId: number
  remark: string | null
}

/** The load cannot be made or changed: the whole answer is taken back. */
const stopHere = (refusal: Refused['refusal']) => new RefusedInside({ refusal })

/** Makes the load and opens it for cover; where something is in the way it is kept as a draft, and that is said. */
export function makeLoad(db: Db, notice: Notice, partner: Partner, act: Act & { repId: number }): Taken {
  const wanted = termsOf(db, notice)
  if ('refusal' in wanted) throw stopHere(wanted.refusal)
  const request = { terms: wanted.terms, acknowledged: cautions, copiedFrom: null }
  let made = createLoad(db, { ...request, open: true }, act)
  let remark: string | null = null
  if ('problems' in made) {
    const stops = made.problems.filter(({ severity }) => severity === 'stop')
    remark = `Kept as a draft: ${stops.map(({ message }) => message).join('; ')}`
    made = createLoad(db, { ...request, open: false }, act)
  }
  if (!('loadId' in made))
    throw stopHere(
      'refusal' in made
        ? made.refusal
        : { code: 'load_refused', message: made.problems[0]?.message ?? 'The load could not be made.' },
    )
  db.insert(loadPartner)
    .values({
      loadId: made.loadId,
      partnerId: partner.id,
      shipmentId: notice.tender.shipmentId!,
      joinedBy: act.by.name,
      joinedAt: act.now,
    })
    .run()
  return { loadId: made.loadId, remark }
}

/** Cautions a rep would be asked about when typing; a tender's were seen in Intake. */
const cautions = ['no_sell_charge', 'rate_out_by_ten', 'no_temperature', 'far_ahead', 'no_street']

/** A load’s terms as a tender asks for them, or which of its codes nobody has mapped. */
export function termsOf(db: Db, notice: Notice): { terms: LoadTerms } | { refusal: { code: string; message: string } } {
  const mapped = mappingOf(db, notice)
  return 'refusal' in mapped ? mapped : loadOfTender(notice.tender, mapped.mapping)
}

/** Changes the load as the customer asks. */
export function takeChange(db: Db, notice: Notice, loadId: number, act: Act): Taken {
  const wanted = changedTerms(db, notice, loadId)
  if ('refusal' in wanted) throw stopHere(wanted.refusal)
  const changed = changeLoad(
    db,
    loadId,
    { terms: wanted.terms, open: false, acknowledged: cautions, copiedFrom: null },
    act,
  )
  if ('refusal' in changed) throw stopHere(changed.refusal)
  if ('problems' in changed) {
    const stops = changed.problems.filter(({ severity }) => severity === 'stop').map(({ message }) => message)
    throw stopHere({ code: 'change_not_possible', message: stops.join('; ') || changed.problems[0]!.message })
  }
  return { loadId, remark: null }
}

/** The terms a change asks for: the customer's, with what we added ourselves kept. */
export function changedTerms(
  db: Db,
  notice: Notice,
  loadId: number,
): { terms: LoadTerms } | { refusal: { code: string; message: string } } {
  const wanted = termsOf(db, notice)
  const before = readTerms(db, loadId)
  if ('refusal' in wanted || !before) return wanted
  const { commodity, commodityHidden, freightValueMinor, team, pallets, practice } = before
  const ours = before.notes.filter(
    (each) => each.audience === 'us' && !wanted.terms.notes.some((other) => other.text === each.text),
  )
  const extra = before.sellCharges.filter(({ kind }) => kind !== 'line_haul')
  return {
    terms: {
      ...wanted.terms,
      commodity,
      commodityHidden,
      freightValueMinor,
      team,
      pallets,
      practice,
      notes: [...wanted.terms.notes, ...ours].slice(0, 30),
      sellCharges: [...wanted.terms.sellCharges, ...extra].slice(0, 30),
    },
  }
}
