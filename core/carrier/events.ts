import type { DeskRole } from '../access/access'
import type { Equipment } from '../load/load'
import type { PayeeEvent } from '../payee/events'
import type { TruckSource } from '../truck/truck'
import type { Verdict } from '../vetting/vetting'
import type { CarrierDocumentKind } from './document'
import type { LoadMark } from './grades'

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
  | { kind: 'do_not_use'; reason: string; lift: DeskRole }
  | { kind: 'do_not_use_lifted'; was: string; reason: string }
  | { kind: 'document_received'; documentKind: CarrierDocumentKind; fileName: string }
  | { kind: 'document_checked'; documentKind: CarrierDocumentKind; fileName: string; policies: number }
  | { kind: 'document_refused'; documentKind: CarrierDocumentKind; fileName: string; because: string }
  | { kind: 'documents_requested'; to: string; kinds: CarrierDocumentKind[] }
  | { kind: 'agreement_sent'; to: string; kinds: CarrierDocumentKind[] }
  | { kind: 'agreement_signed'; version: string; name: string; title: string }
  | { kind: 'link_revoked' }
  | { kind: 'load_marked'; number: string; mark: LoadMark }
  | { kind: 'mail_failed'; to: string; problem: string }
  | { kind: 'truck_known'; place: string; equipment: Equipment; day: string; source: TruckSource }
  | PayeeEvent
