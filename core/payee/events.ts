import type { payeeKinds } from '../carrier/carrier'

/** What can happen to who is paid for a carrier's loads; recorded with the carrier. */
export type PayeeEvent =
  | {
      kind: 'payee_asked'
      name: string
      payeeKind: (typeof payeeKinds)[number]
      bankName: string
      accountEnd: string
    }
  | { kind: 'payee_approved'; name: string; accountEnd: string; askedBy: string }
  | { kind: 'payee_refused'; name: string; accountEnd: string; askedBy: string }
