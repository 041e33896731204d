import { z } from 'zod'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import { decideOffice, type OfficeCommand, officeRefusals, type SettingsSaved } from '#core/office/decide'
import { type Office, officeSchema } from '#core/office/office'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Refused, run, type Subject } from '#server/kernel/run'
import { officeVersion } from '#server/schema'
import { currentOffice, forgetOffice } from './office'

export const saveOfficeSchema = z.object({
  office: officeSchema,
  note: z.string().trim().max(300, 'At most 300 characters').default(''),
  /** The version the change was made on: another's change in between is not overwritten. */
  basedOn: z.number().int().min(0),
})

/** Decisions about the brokerage's settings; there is one brokerage, so its number is always 1. */
const officeSubject: Subject<'office', { version: number; office: Office }, OfficeCommand, SettingsSaved> = {
  aggregate: 'office',
  read: (db) => {
    forgetOffice(db)
    const { version, office } = currentOffice(db)
    return { version, office }
  },
  decide: decideOffice,
  apply: (db, _, { version, note }, { command, now, by }) => {
    forgetOffice(db)
    db.insert(officeVersion).values({ version, office: command.office, note, byName: by.name, at: now }).run()
  },
  words: (refusal) => refusalWords(officeRefusals, refusal as Refusal<keyof typeof officeRefusals>),
  missing: refused(officeRefusals, 'no_office').refusal,
}

/** Keeps settings as the next version; they hold from now on, for what is issued from now on. */
export function saveOffice(
  db: Db,
  { office, note, basedOn }: z.output<typeof saveOfficeSchema>,
  act: Act,
): { version: number } | Refused {
  const ran = run(db, officeSubject, 1, { kind: 'save', office, note, basedOn }, act)
  return 'refusal' in ran ? ran : { version: ran.events[0]!.version }
}
