import { useState } from 'react'
import type { LoadPage } from '#server/load-page/read'
import { useLive } from '../ui/live'
import type { OfferCarrier } from './offer-dialog'
import type { OfferRow } from './offers'
import { useAct } from './use-act'

/** What a person may do with a load. */
export interface LoadPermissions {
  mayEdit: boolean
  mayHandle: boolean
  mayAward: boolean
  mayOverride: boolean
  mayExceed: boolean
}

/** Which dialog is open over the page, if any. */
export type OpenDialog =
  | { kind: 'offer'; carrier: OfferCarrier | null }
  // The offer as it was when its dialog was opened: a cheaper one that comes in meanwhile is not the one meant.
  | { kind: 'counter' | 'award'; offer: OfferRow }
  | {
      kind:
        | 'limits'
        | 'post'
        | 'pay'
        | 'send'
        | 'cancel'
        | 'release'
        | 'withdraw'
        | 'map'
        | 'rates'
        | 'dispatch'
        | 'call'
        | 'join'
    }

/** What the load's page, its keys, its actions and its dialogs all need to know. */
export interface LoadDesk extends LoadPermissions {
  page: LoadPage
  now: number
  zone: string
  acting: ReturnType<typeof useAct>
  dialog: OpenDialog | null
  openDialog: (dialog: OpenDialog) => void
  closeDialog: () => void
  liveOffers: LoadPage['offers']
  chosen: OfferRow | null
  /** Chooses the offer of a carrier; it stays chosen when they name another price. */
  choose: (carrierId: number) => void
  /** The posting that is out on a board now. */
  posting: LoadPage['postings'][number] | undefined
  isUncovered: boolean
}

/** The state of a load's page: the dialog that is open, the offer that is chosen, and where the load is in its life. */
export function useLoadDesk(
  data: LoadPermissions & Pick<LoadDesk, 'page' | 'now' | 'zone'> & { opens: OpenDialog | null },
): LoadDesk {
  const { load, offers, postings } = data.page
  const acting = useAct(load.id)
  const [dialog, setDialog] = useState<OpenDialog | null>(data.opens)
  const [picked, setPicked] = useState<number | null>(null)
  useLive(({ aggregate, id }) => aggregate === 'load' && id === load.id)
  const liveOffers = offers.filter((offer) => offer.state === 'open')
  const usable = liveOffers.find((offer) => offer.verdict?.verdict !== 'stop')
  return {
    ...data,
    acting,
    dialog,
    openDialog: setDialog,
    closeDialog: () => setDialog(null),
    liveOffers,
    chosen: liveOffers.find((offer) => offer.carrierId === picked) ?? usable ?? liveOffers[0] ?? null,
    choose: setPicked,
    posting: postings.find((each) => each.state === 'asked' || each.state === 'up'),
    isUncovered: load.state === 'uncovered',
  }
}
