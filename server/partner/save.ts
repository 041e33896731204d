import { randomBytes } from 'node:crypto'
import { and, eq, or } from 'drizzle-orm'
import { z } from 'zod'
import {
  addressRule,
  type DelimitersForm,
  documentKinds,
  isAddress,
  type NewPartner,
  type PartnerForm,
  partnerFormSchema,
  readDelimiter,
  usualStatusCodes,
} from '#core/tender/partner'
import { siteDescriptionSchema, siteTemplate } from '#core/tender/site'
import { type Db, inTransaction } from '#server/db.server'
import { announceTenders } from '#server/live/live'
import { releaseHeld } from '#server/outbox/outbox'
import { partner, site } from '#server/schema'
import { findPartner } from './partners'

type Outcome = { done: true } | { refusal: { code: string; message: string } }

/** Changes a partner's settings; ids that another one has are refused. */
export function savePartner(db: Db, partnerId: number, form: PartnerForm): Outcome {
  const outcome = inTransaction(db, (): Outcome => {
    const standing = findPartner(db, partnerId)
    if (!standing) return { refusal: { code: 'no_such_partner', message: 'There is no such partner.' } }
    if (!isAddress(standing.transport, form.address)) return { refusal: { code: 'bad_address', message: addressRule } }
    const alike = db
      .select({ id: partner.id, name: partner.name })
      .from(partner)
      .where(
        and(
          eq(partner.theirQualifier, form.theirQualifier),
          eq(partner.theirId, form.theirId),
          eq(partner.ourId, form.ourId),
        ),
      )
      .all()
      .find(({ id }) => id !== partnerId)
    if (alike)
      return {
        refusal: { code: 'ids_taken', message: `${alike.name} has these ids: what comes could be from either.` },
      }
    const named = db.select({ id: partner.id }).from(partner).where(eq(partner.name, form.name)).get()
    if (named && named.id !== partnerId)
      return { refusal: { code: 'name_taken', message: 'Another partner has this name.' } }
    const { secret, delimiters, ...rest } = form
    db.update(partner)
      .set({ ...rest, delimiters: delimitersOf(delimiters), ...(secret === '' ? {} : { secret }) })
      .where(eq(partner.id, partnerId))
      .run()
    // What waited because the partner did not accept us goes by the new settings.
    releaseHeld(db, { kind: 'exchange', stream: `partner-${partnerId}` }, Date.now())
    return { done: true }
  })
  if ('done' in outcome) announceTenders()
  return outcome
}

const lineEnds = { '': '', LF: '\n', CRLF: '\r\n' } as const

/** The delimiters of a form that its schema has looked at. */
function delimitersOf(form: DelimitersForm): (typeof partner.$inferSelect)['delimiters'] {
  const read = (text: string) => readDelimiter(text)!
  return {
    element: read(form.element),
    component: read(form.component),
    segment: read(form.segment),
    repetition: form.repetition === '' ? null : read(form.repetition),
    lineEnd: lineEnds[form.lineEnd],
  }
}

/** Makes a partner, in test and with the usual manners, to be looked through; its secret is made here. */
export function createPartner(
  db: Db,
  form: NewPartner,
): { partnerId: number } | { refusal: { code: string; message: string } } {
  return inTransaction(db, () => {
    const alike = db
      .select({ name: partner.name })
      .from(partner)
      .where(
        or(
          eq(partner.name, form.name),
          and(eq(partner.theirQualifier, form.theirQualifier), eq(partner.theirId, form.theirId)),
        ),
      )
      .get()
    if (alike)
      return { refusal: { code: 'partner_exists', message: `${alike.name} has this name or these ids already.` } }
    const { ourQualifier, ourId, ourGroup } = db
      .select({ ourQualifier: partner.ourQualifier, ourId: partner.ourId, ourGroup: partner.ourGroup })
      .from(partner)
      .limit(1)
      .get() ?? { ourQualifier: 'ZZ', ourId: form.scac, ourGroup: form.scac }
    const usualDelimiters = { element: '*', component: '>', repetition: null, segment: '~', lineEnd: '' }
    const row = db
      .insert(partner)
      .values({
        ...form,
        theirGroup: form.theirId,
        ourQualifier,
        ourId,
        ourGroup,
        secret: randomBytes(18).toString('base64url'),
        delimiters: usualDelimiters,
        usage: 'T',
        documents: form.transport === 'site' ? [] : [...documentKinds],
        statusCodes: usualStatusCodes,
        paused: form.transport === 'site',
      })
      .returning({ id: partner.id })
      .get()
    // A site is left alone until somebody has described its pages.
    if (form.transport === 'site')
      db.insert(site).values({ partnerId: row.id, userName: form.scac.toLowerCase(), description: siteTemplate }).run()
    return { partnerId: row.id }
  })
}

/** How a site's pages are read, as a manager edits it. */
export const siteFormSchema = z.object({
  userName: z.string().trim().min(1, 'Give the name we sign in with').max(80),
  everyMinutes: z.number('In minutes').int().min(1).max(1440),
  description: siteDescriptionSchema,
})

/** Keeps a new description of a site's pages; it is read by it at once. */
export function saveSite(db: Db, partnerId: number, form: z.infer<typeof siteFormSchema>): Outcome {
  const changed = db
    .update(site)
    .set({ ...form, nextAt: 0 })
    .where(eq(site.partnerId, partnerId))
    .run().changes
  return changed > 0 ? { done: true } : { refusal: { code: 'no_such_partner', message: 'This partner has no site.' } }
}

export const partnerActSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('save'), form: partnerFormSchema }),
  z.object({ intent: z.literal('save_site'), form: siteFormSchema }),
])
