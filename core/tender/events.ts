import type { ExpiryChoice } from './partner'
import type { DeclineCode } from './reasons'
import type { NoticeState, Tender } from './tender'

/** What becomes of the carrier of a cancelled load: set free, or paid for a truck ordered and not used. */
export type CancelChoice = { carrier: 'free' } | { carrier: 'bill'; payMinor: number; sellMinor: number }

/** What can happen to a tender; `noticeId` is the one of its notices that it happened to, `change` whether it changed an accepted one. */
export type TenderEvent =
  | {
      kind: 'tender_received'
      noticeId: number
      purpose: Tender['purpose']
      state: NoticeState
      remark: string | null
    }
  | { kind: 'tender_accepted'; noticeId: number; change: boolean; note: string }
  | { kind: 'tender_declined'; noticeId: number; change: boolean; reasonCode: DeclineCode; note: string }
  | { kind: 'tender_expired'; noticeId: number; became: Exclude<ExpiryChoice, 'keep'> }
  | { kind: 'tender_cancelled'; noticeId: number; choice: CancelChoice | null }
