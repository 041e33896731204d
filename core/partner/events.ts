import type { CodeKind } from '../tender/partner'

/** What can happen to a trading partner; its password is in none of them. */
export type PartnerEvent =
  | { kind: 'partner_made'; transport: string }
  | { kind: 'partner_saved'; changed: string[] }
  | { kind: 'site_saved' }
  /** `to`: what the code is with us, in words; null where it is nothing any more. */
  | { kind: 'code_mapped'; codeKind: CodeKind; code: string; to: string | null }
