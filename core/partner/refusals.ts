import { addressRule, type CodeKind } from '../tender/partner'

/** Every way a command on a trading partner can be refused, with its sentence. */
export const partnerRefusals = {
  no_such_partner: () => 'There is no such partner.',
  bad_address: () => addressRule,
  ids_taken: ({ name }: { name: string }) => `${name} has these ids: what comes could be from either.`,
  name_taken: () => 'Another partner has this name.',
  partner_exists: ({ name }: { name: string }) => `${name} has this name or these ids already.`,
  no_site: () => 'This partner has no site.',
  no_such_code: () => 'There is no such code.',
  wrong_kind: ({ code }: { code: string; codeKind: CodeKind }) => `${code} is a code of another kind.`,
  no_such_customer: () => 'There is no such customer.',
  no_such_facility: () => 'There is no such facility.',
  no_tender_says: () => 'No tender says where this is: choose one of our facilities.',
  unknown_place: ({ message }: { message: string }) => `${message}: choose one of our facilities, or create it first.`,
}
export type PartnerRefusalCode = keyof typeof partnerRefusals
