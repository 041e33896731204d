import type { PartnerEvent } from './events'

const sentences: { [Kind in PartnerEvent['kind']]: (event: PartnerEvent & { kind: Kind }) => string } = {
  partner_made: () => 'Created',
  partner_saved: ({ changed }) => (changed.length === 0 ? 'Saved, nothing changed' : `Changed: ${changed.join(', ')}`),
  site_saved: () => 'Description of the site changed',
  code_mapped: ({ codeKind, code, to }) =>
    to === null ? `${codeKind} code ${code} is no longer mapped` : `${codeKind} code ${code} means ${to}`,
}

/** One event of a trading partner as people read it, without who and when. */
export const partnerLogWords = (event: PartnerEvent): string =>
  (sentences[event.kind] as (event: PartnerEvent) => string)(event)
