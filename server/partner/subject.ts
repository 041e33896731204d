import { eq } from 'drizzle-orm'
import isEqual from 'fast-deep-equal'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import { decidePartner, type PartnerCommand, type PartnerFacts, type PartnerIds } from '#core/partner/decide'
import type { PartnerEvent } from '#core/partner/events'
import { type PartnerRefusalCode, partnerRefusals } from '#core/partner/refusals'
import { type DelimitersForm, type PartnerForm, readDelimiter } from '#core/tender/partner'
import type { Db } from '#server/db.server'
import { type Act, noteUnlogged } from '#server/event/event'
import type { Context, Subject } from '#server/kernel/run'
import { releaseHeld } from '#server/outbox/outbox'
import { partner, partnerCode, site } from '#server/schema'
import { findPartner } from './partners'
import type { SiteForm } from './save'
import { type Mapping, writeMapping } from './write-mapping'

/** A command with what only the server needs of it: a site's description, what a code is mapped to. */
export type ServerCommand =
  | (PartnerCommand & { kind: 'save' })
  | (PartnerCommand & { kind: 'save_site' } & { form: SiteForm })
  | (PartnerCommand & { kind: 'map_code' } & { mapping: Mapping })

/** Decisions about a trading partner. */
export const partnerSubject: Subject<'partner', PartnerFacts, ServerCommand, PartnerEvent> = {
  aggregate: 'partner',
  read: readPartnerFacts,
  decide: decidePartner,
  apply: (db, partnerId, _, context) => write(db, partnerId, context),
  words: (refusal) => refusalWords(partnerRefusals, refusal as Refusal<PartnerRefusalCode>),
  missing: refused(partnerRefusals, 'no_such_partner').refusal,
}

/** The names and ids of all partners. */
export const partnerIds = (db: Db): PartnerIds[] =>
  db
    .select({
      id: partner.id,
      name: partner.name,
      theirQualifier: partner.theirQualifier,
      theirId: partner.theirId,
      ourId: partner.ourId,
    })
    .from(partner)
    .all()

function readPartnerFacts(db: Db, partnerId: number, _: Act, command: ServerCommand | null): PartnerFacts | null {
  const row = findPartner(db, partnerId)
  if (!row) return null
  const codeId = command?.kind === 'map_code' ? command.codeId : -1
  const code = db
    .select({ kind: partnerCode.kind, code: partnerCode.code, partnerId: partnerCode.partnerId })
    .from(partnerCode)
    .where(eq(partnerCode.id, codeId))
    .get()
  const form = command?.kind === 'save' ? command.form : null
  // The form writes control characters by their names: delimiters are compared as they are sent.
  const sameDelimiters = form && isEqual(delimitersOf(form.delimiters), row.delimiters)
  return {
    transport: row.transport,
    hasSite: row.transport === 'site',
    others: partnerIds(db).filter(({ id }) => id !== partnerId),
    settings: { ...row, delimiters: sameDelimiters ? form.delimiters : null },
    code: code?.partnerId === partnerId ? { kind: code.kind, code: code.code } : null,
  }
}

function write(db: Db, partnerId: number, { command, now, by }: Context<PartnerFacts, ServerCommand>): void {
  switch (command.kind) {
    case 'save':
      return saveSettings(db, partnerId, command.form, now)
    case 'save_site':
      db.update(site)
        .set({ ...command.form, nextAt: 0 })
        .where(eq(site.partnerId, partnerId))
        .run()
      return
    case 'map_code':
      writeMapping(db, command.codeId, command.mapping, { now, by })
      noteUnlogged(db, 'tender', null, 'code_mapped')
  }
}

function saveSettings(db: Db, partnerId: number, form: PartnerForm, now: number): void {
  const { secret, delimiters, ...rest } = form
  db.update(partner)
    .set({ ...rest, delimiters: delimitersOf(delimiters), ...(secret === '' ? {} : { secret }) })
    .where(eq(partner.id, partnerId))
    .run()
  // What waited because the partner did not accept us goes by the new settings.
  releaseHeld(db, { kind: 'exchange', stream: `partner-${partnerId}` }, now)
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
