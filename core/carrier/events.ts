import type { Role } from '../access/access'
import type { Equipment } from '../load/load'
import type { PayeeEvent } from '../payee/events'
import type { Verdict } from '../vetting/vetting'
import type { LoadMark } from './grades'
import type { PaperKind } from './paper'

/** What can happen to a carrier: decided by somebody, or found by the register and by vetting. */
export type CarrierEvent =
  | { kind: 'carrier_added'; from: string; duplicates: string[] }
  | { kind: 'register_changed'; changes: { field: string; from: string | null; to: string | null }[] }
  | { kind: 'register_asked' }
  | {
      kind: 'verdict_changed'
      from: Verdict['verdict']
      to: Verdict['verdict']
      reasons: string[]
      policyVersion: number
    }
  | { kind: 'contact_added'; name: string }
  | { kind: 'contact_removed'; name: string }
  | { kind: 'equipment_set'; equipment: Equipment[] }
  | { kind: 'do_not_use'; reason: string; lift: Role }
  | { kind: 'do_not_use_lifted'; was: string; reason: string }
  | { kind: 'paper_received'; paperKind: PaperKind; fileName: string }
  | { kind: 'paper_checked'; paperKind: PaperKind; fileName: string; policies: number }
  | { kind: 'paper_refused'; paperKind: PaperKind; fileName: string; because: string }
  | { kind: 'papers_asked'; to: string; kinds: PaperKind[] }
  | { kind: 'agreement_sent'; to: string; kinds: PaperKind[] }
  | { kind: 'agreement_signed'; version: string; name: string; title: string }
  | { kind: 'link_revoked' }
  | { kind: 'load_marked'; number: string; mark: LoadMark }
  | { kind: 'mail_failed'; to: string; problem: string }
  | PayeeEvent
