import { randomBytes } from 'node:crypto'
import { z } from 'zod'
import { refusalWords } from '#core/decision/refusal'
import { decideNewPartner } from '#core/partner/decide'
import { partnerRefusals } from '#core/partner/refusals'
import {
  documentKinds,
  type NewPartner,
  type PartnerForm,
  partnerFormSchema,
  usualStatusCodes,
} from '#core/tender/partner'
import { siteDescriptionSchema, siteTemplate } from '#core/tender/site'
import { type Db, inTransaction } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import { outcome, type Refused, run } from '#server/kernel/run'
import { partner, site } from '#server/schema'
import { partnerIds, partnerSubject } from './subject'

/** Changes a partner's settings; ids that another one has are refused. */
export const savePartner = (db: Db, partnerId: number, form: PartnerForm, act: Act): { done: true } | Refused =>
  outcome(run(db, partnerSubject, partnerId, { kind: 'save', form }, act))

/** Keeps a new description of a site's pages; it is read by it at once. */
export const saveSite = (db: Db, partnerId: number, form: SiteForm, act: Act): { done: true } | Refused =>
  outcome(run(db, partnerSubject, partnerId, { kind: 'save_site', form }, act))

/** Makes a partner, in test and with the usual manners, to be looked through; its secret is made here. */
export function createPartner(db: Db, form: NewPartner, act: Act): { partnerId: number } | Refused {
  return inTransaction(db, () => {
    const decision = decideNewPartner(partnerIds(db), form)
    if ('refusal' in decision) {
      const { code } = decision.refusal
      return { refusal: { code, message: refusalWords(partnerRefusals, decision.refusal) } }
    }
    const { id } = db
      .insert(partner)
      .values({ ...form, ...usualManners(db, form) })
      .returning({ id: partner.id })
      .get()
    // A site is left alone until somebody has described its pages.
    if (form.transport === 'site')
      db.insert(site).values({ partnerId: id, userName: form.scac.toLowerCase(), description: siteTemplate }).run()
    for (const made of decision.events) recordEvent(db, 'partner', id, made, act)
    return { partnerId: id }
  })
}

/** What a new partner begins with, until somebody changes it: our ids as the first partner has them, tests only, every document. */
function usualManners(db: Db, { scac, theirId, transport }: NewPartner) {
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
