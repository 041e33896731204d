import type { LoadTerms } from '#core/load/load'
import { loadOfTender } from '#core/tender/to-load'
import type { Db } from '#server/db.server'
import { changeLoad } from '#server/load/change'
import { createLoad } from '#server/load/save'
import { readTerms } from '#server/load/terms'
import type { Act } from '#server/log/act'
import type { Partner } from '#server/partner/partners'
import { loadPartner } from '#server/schema'

import { mappingOf } from './mapping'
import type { Notice } from './rows'

type Taken = { loadId: number; remark: string | null } | { refusal: { code: string; message: string } }

/** Makes the load and opens it for cover; where something stands in the way it is kept as a draft, and that is said. */
export function makeLoad(db: Db, notice: Notice, partner: Partner, act: AnswerAct): Taken {
  const wanted = termsOf(db, notice)
  if ('refusal' in wanted) return wanted
  const request = { terms: wanted.terms, acknowledged: cautions, copiedFrom: null }
  let made = createLoad(db, { ...request, open: true }, act)
  let remark: string | null = null
  if ('problems' in made) {
    const stops = made.problems.filter(({ severity }) => severity === 'stop')
    remark = `Kept as a draft: ${stops.map(({ message }) => message).join('; ')}`
    made = createLoad(db, { ...request, open: false }, act)
  }
  if (!('loadId' in made))
    throw new Refused(
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

export function termsOf(db: Db, notice: Notice): { terms: LoadTerms } | { refusal: { code: string; message: string } } {
  const mapped = mappingOf(db, notice)
  return 'refusal' in mapped ? mapped : loadOfTender(notice.tender, mapped.mapping)
}

export function takeChange(db: Db, notice: Notice, loadId: number, act: AnswerAct): Taken {
  const wanted = changedTerms(db, notice, loadId)
  if ('refusal' in wanted) return wanted
  const changed = changeLoad(
    db,
    loadId,
    { terms: wanted.terms, open: false, acknowledged: cautions, copiedFrom: null },
    act,
  )
  if ('refusal' in changed) return { refusal: changed.refusal }
  if ('problems' in changed)
    return {
      refusal: {
        code: 'change_not_possible',
        message:
          changed.problems
            .filter(({ severity }) => severity === 'stop')
            .map(({ message }) => message)
            .join('; ') || changed.problems[0]!.message,
      },
    }
  return { loadId, remark: null }
}

/** Who answers: a person at the desk or a rule by its name; the rep is who the load belongs to. */
export type AnswerAct = Act & { repId: number }

export class Refused extends Error {
  constructor(readonly refusal: { code: string; message: string }) {
    super(refusal.message)
  }
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
