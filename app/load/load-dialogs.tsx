import { PostingDialog } from '../posting/posting-dialog'
import { AwardDialog, PayDialog } from './award-dialog'
import { CheckCallDialog } from './check-call-dialog'
import { SendDialog } from './confirmation-panel'
import { DispatchDialog } from './dispatch-dialog'
import { JoinDialog } from './join-dialog'
import type { LoadDesk } from './load-desk'
import { MapDialog } from './load-map'
import { OfferDialog } from './offer-dialog'
import { RateDrawer } from './rate-drawer'
import { CounterDialog, LimitsDialog, ReasonDialog } from './small-dialogs'

/** The counter that the plan advises for an offer; null where it advises none. */
function advisedCounter({ plan }: LoadDesk['page'], offerId: number): number | null {
  const advice = plan?.advice.find((each) => each.offerId === offerId)?.advice
  return advice?.step === 'counter' ? advice.atMinor : null
}

/** What ends or sets back a load, and asks why. */
const reasonFor = {
  cancel: ({ load }: LoadDesk['page']) => ({ title: `Cancel ${load.number}`, button: 'Cancel the load' }),
  withdraw: ({ load }: LoadDesk['page']) => ({ title: `Take ${load.number} back to a draft`, button: 'Back to draft' }),
  release: ({ carrier }: LoadDesk['page']) => ({
    title: `Release ${carrier?.name ?? 'the carrier'}`,
    button: 'Open it for cover again',
  }),
}

/** The dialog that is open over a load's page. */
export function LoadDialog({ desk }: { desk: LoadDesk }) {
  const { page, now, zone, acting, dialog, mayOverride, mayExceed, openDialog } = desk
  const common = { page, acting, onClose: desk.closeDialog }
  switch (dialog?.kind) {
    case 'offer':
      return <OfferDialog {...common} carrier={dialog.carrier} now={now} zone={zone} onRecorded={desk.choose} />
    case 'award': {
      const onAwarded = () => openDialog({ kind: 'send' })
      return (
        <AwardDialog
          {...common}
          offer={dialog.offer}
          now={now}
          mayOverride={mayOverride}
          mayExceed={mayExceed}
          onAwarded={onAwarded}
        />
      )
    }
    case 'counter':
      return (
        <CounterDialog
          {...common}
          offer={dialog.offer}
          maxPayMinor={page.load.maxPayMinor}
          advisedMinor={advisedCounter(page, dialog.offer.id)}
        />
      )
    case 'limits':
      return <LimitsDialog {...common} />
    case 'post':
      return <PostingDialog {...common} now={now} />
    case 'rates':
      return <RateDrawer page={page} onClose={desk.closeDialog} />
    case 'map':
      return <MapDialog page={page} onClose={desk.closeDialog} />
    case 'pay':
      return <PayDialog {...common} mayExceed={mayExceed} />
    case 'send':
      return <SendDialog {...common} now={now} mayOverride={mayOverride} />
    case 'call':
      return <CheckCallDialog {...common} now={now} />
    case 'join':
      return <JoinDialog {...common} />
    case 'dispatch':
      return <DispatchDialog {...common} now={now} mayOverride={mayOverride} />
    case 'cancel':
    case 'withdraw':
    case 'release':
      return <ReasonDialog {...common} {...reasonFor[dialog.kind](page)} intent={dialog.kind} />
    default:
      return null
  }
}
