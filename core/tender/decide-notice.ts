import { isOlder, type MessagePosition } from './message-order'
import type { NoticeState, Tender, TenderState } from './tender'

/** What is known of a tender when something more is said of it. */
export interface KnownTender {
  state: TenderState
  last: MessagePosition
  /** Whether an original says word for word what an open or accepted one before it said. */
  isRepeated: boolean
}

/** The state of a notice the moment it comes, and why; `tenderState` is what it makes of the tender, null where that stays. */
export interface Standing {
  state: NoticeState
  tenderState: TenderState | null
  remark: string | null
}

const stands = (state: NoticeState, remark: string | null, tenderState: TenderState | null = null): Standing => ({
  state,
  remark,
  tenderState,
})

/** The state of a notice, by what is known of its tender; `before` is null where the partner never spoke of it. */
export function decideNotice(
  before: KnownTender | null,
  { purpose }: Pick<Tender, 'purpose'>,
  position: MessagePosition,
): Standing {
  if (before && isOlder(position, before.last)) return stands('overtaken', 'Came after what the customer said later')
  switch (purpose) {
    case 'cancel':
      return onCancel(before)
    case 'confirmation':
      return stands('noted', before ? 'The customer confirms' : 'Confirms what was never tendered here')
    case 'change':
      return onChange(before)
    case 'original':
      return onOriginal(before)
  }
}

function onCancel(before: KnownTender | null): Standing {
  if (!before) return stands('noted', 'Cancels what was never tendered here', 'withdrawn')
  if (before.state === 'accepted') return stands('open', 'The customer cancels what we accepted')
  return before.state === 'offered'
    ? stands('noted', 'Cancelled before it was answered', 'withdrawn')
    : stands('noted', 'Cancels what was over already')
}

function onChange(before: KnownTender | null): Standing {
  if (!before) return stands('open', 'Came as a change: its original has not come', 'offered')
  if (before.state === 'accepted') return stands('open', 'Changes what we accepted')
  return before.state === 'cancelled' || before.state === 'withdrawn'
    ? stands('noted', 'Changes what the customer cancelled')
    : stands('open', 'Changed by the customer', 'offered')
}

function onOriginal(before: KnownTender | null): Standing {
  if (!before) return stands('open', null, 'offered')
  if (before.isRepeated) return stands('noted', 'The same as before, word for word')
  if (before.state === 'accepted')
    return stands('open', 'Tendered again with other terms after we accepted: answered as a change')
  return stands('open', before.state === 'offered' ? 'Tendered again with other terms' : 'Tendered again', 'offered')
}
