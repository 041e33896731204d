import { randomBytes } from 'node:crypto'
import { z } from 'zod'
import { decideNewPartner } from '#core/partner/decide'
import type { PartnerEvent } from '#core/partner/events'
import {
  documentKinds,
  type NewPartner,
  type PartnerForm,
  partnerFormSchema,
  usualStatusCodes,
} from '#core/tender/partner'
import { siteDescriptionSchema, siteTemplate } from '#core/tender/site'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Creation, create, outcome, type Refused, run } from '#server/kernel/run'
import { partner, site } from '#server/schema'
import { partnerIds, partnerSubject } from './subject'

/** Changes a partner's settings; ids that another one has are refused. */
export const savePartner = (db: Db, partnerId: number, form: PartnerForm, act: Act): { done: true } | Refused =>
  outcome(run(db, partnerSubject, partnerId, { kind: 'save', form }, act))

/** Keeps a new description of a site's pages; it is read by it at once. */
export const saveSite = (db: Db, partnerId: number, form: SiteForm, act: Act): { done: true } | Refused =>
  outcome(run(db, partnerSubject, partnerId, { kind: 'save_site', form }, act))

/** Creates a partner, in test and with the usual settings, to be reviewed; its secret is made here. */
export function createPartner(db: Db, form: NewPartner, act: Act): { partnerId: number } | Refused {
  const made = create(db, creation, form, act)
  return 'refusal' in made ? made : { partnerId: made.id }
}

const creation: Creation<'partner', ReturnType<typeof partnerIds>, NewPartner, PartnerEvent> = {
  aggregate: 'partner',
  read: partnerIds,
  decide: decideNewPartner,
  insert: (db, form) => {
    const { id } = db
      .insert(partner)
      .values({ ...form, ...usualSettings(db, form) })
      .returning({ id: partner.id })
      .get()
    // A site is left alone until somebody has described its pages.
    if (form.transport === 'site')
      db.insert(site).values({ partnerId: id, userName: form.scac.toLowerCase(), description: siteTemplate }).run()
    return id
  },
  words: partnerSubject.words,
}

/** What a new partner begins with, until somebody changes it: our ids as the first partner has them, tests only, every document. */
function usualSettings(db: Db, { scac, theirId, transport }: NewPartner) {
  const { ourQualifier, ourId, ourGroup } = db
    .select({ ourQualifier: partner.ourQualifier, ourId: partner.ourId, ourGroup: partner.ourGroup })
    .from(partner)
    .limit(1)
    .get() ?? { ourQualifier: 'ZZ', ourId: scac, ourGroup: scac }
  return {
    theirGroup: theirId,
    ourQualifier,
    ourId,
    ourGroup,
    secret: randomBytes(18).toString('base64url'),
    delimiters: { element: '*', component: '>', repetition: null, segment: '~', lineEnd: '' },
    usage: 'T' as const,
    documents: transport === 'site' ? [] : [...documentKinds],
    statusCodes: usualStatusCodes,
    paused: transport === 'site',
  }
}

/** How a site's pages are read, as a manager edits it. */
export const siteFormSchema = z.object({
  userName: z.string().trim().min(1, 'Give the name we sign in with').max(80),
  everyMinutes: z.number('In minutes').int().min(1).max(1440),
  description: siteDescriptionSchema,
})

export type SiteForm = z.infer<typeof siteFormSchema>

export const partnerActSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('save'), form: partnerFormSchema }),
  z.object({ intent: z.literal('save_site'), form: siteFormSchema }),
])
