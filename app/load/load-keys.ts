import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { formatMoney } from '#core/money/money'
import type { RoomKey } from '../ui/keys'
import { offerUndo } from '../ui/undo'
import type { LoadDesk, OpenDialog } from './load-desk'
import { confirmKeys, confirmReading } from './proposals'

/** The keys of a load's page; the bar of actions shows the ones that can be used now. */
export function useLoadKeys(desk: LoadDesk): RoomKey[] {
  const navigate = useNavigate()
  return [...proposalKeys(desk), ...offerKeys(desk), ...loadKeys(desk), ...pageKeys(desk, navigate)]
}

type PlainDialog = Exclude<OpenDialog, { kind: 'offer' | 'counter' | 'award' }>['kind']
const opens = (desk: LoadDesk, kind: PlainDialog) => () => desk.openDialog({ kind })
const opensFor = (desk: LoadDesk, kind: 'counter' | 'award') => () =>
  desk.chosen && desk.openDialog({ kind, offer: desk.chosen })

/** The oldest proposal is taken with a key for each amount that was read in it, or dismissed. */
function proposalKeys({ page, acting, isUncovered, mayHandle }: LoadDesk): RoomKey[] {
  const [proposed] = page.proposals
  if (!proposed) return []
  const readings = proposed.carrierId === null ? [] : proposed.readings
  return [
    ...readings.map((payMinor, at) => ({
      key: confirmKeys[at]!,
      words: `take ${formatMoney(payMinor)} of ${proposed.sender} as an offer`,
      run: () => void confirmReading(acting, proposed, payMinor),
      disabled: !isUncovered || !mayHandle || acting.busy,
    })),
    {
      key: '0',
      words: `dismiss what ${proposed.sender} says`,
      run: () => void acting.act({ intent: 'dismiss_proposal', proposalId: proposed.id }, 'Dismissed'),
      disabled: !mayHandle || acting.busy,
    },
  ]
}

function offerKeys(desk: LoadDesk): RoomKey[] {
  const { acting, liveOffers, chosen, choose, isUncovered, mayHandle, mayAward, openDialog, page } = desk
  const { acts } = page.possible
  const move = (step: number) => {
    const at = liveOffers.findIndex((offer) => offer.id === chosen?.id) + step
    const next = liveOffers[Math.max(0, Math.min(liveOffers.length - 1, at))]
    if (!next) return
    choose(next.carrierId)
    document.querySelector<HTMLElement>(`[data-offer="${next.id}"]`)?.focus()
  }
  const decline = async () => {
    if (!chosen) return
    const { id, carrierName, source } = chosen
    const answer = await acting.act({ intent: 'decline_offer', offerId: id })
    if (!answer.ok) return
    // Who wrote has been answered in writing: that has left the building.
    if (source === 'mail') return void toast(`${carrierName} declined by email`)
    offerUndo(`${carrierName} declined`, () =>
      acting.act({ intent: 'reopen_offer', offerId: id }, `The offer of ${carrierName} stands again`),
    )
  }
  const none = liveOffers.length === 0
  const unusable = !isUncovered || !chosen
  return [
    { key: 'ArrowDown', words: 'next offer', run: () => move(1), disabled: none },
    { key: 'ArrowUp', words: 'offer before', run: () => move(-1), disabled: none },
    {
      key: 'o',
      words: 'record an offer',
      run: () => openDialog({ kind: 'offer', carrier: null }),
      disabled: acts.record_offer !== null || !mayHandle,
    },
    {
      key: 'a',
      words: 'award the chosen offer',
      run: opensFor(desk, 'award'),
      disabled: acts.award !== null || !chosen || !mayAward,
    },
    { key: 'c', words: 'counter the chosen offer', run: opensFor(desk, 'counter'), disabled: unusable || !mayHandle },
    { key: 'x', words: 'decline the chosen offer', run: () => void decline(), disabled: unusable || !mayHandle },
  ]
}

function loadKeys(desk: LoadDesk): RoomKey[] {
  const { page, acting, posting, mayEdit, mayAward } = desk
  const { acts } = page.possible
  return [
    {
      key: 'p',
      words: posting ? 'change the postings' : 'post it',
      run: opens(desk, 'post'),
      disabled: acts.post !== null || !mayEdit,
    },
    {
      key: 'd',
      words: 'take it off every board',
      run: () => void acting.act({ intent: 'take_down' }, 'Taken down'),
      disabled: !posting || acts.unpost !== null || !mayEdit,
    },
    {
      key: 'l',
      words: 'target and max',
      run: opens(desk, 'limits'),
      disabled: acts.set_limits !== null || !mayEdit,
    },
    {
      key: 's',
      words: 'preview and send the rate confirmation',
      run: opens(desk, 'send'),
      disabled: acts.send_confirmation !== null || !mayAward,
    },
    {
      key: 'b',
      words: 'change the agreed pay',
      run: opens(desk, 'pay'),
      disabled: acts.change_pay !== null || !mayAward,
    },
  ]
}

function pageKeys(desk: LoadDesk, navigate: (to: string) => void): RoomKey[] {
  const { page, mayEdit } = desk
  const { id, state } = page.load
  return [
    {
      key: 'u',
      words: page.carrier ? 'the next load for this truck' : 'trucks for it, on all boards',
      run: () => navigate(`/boards/search?load=${id}`),
      disabled: state === 'draft' || state === 'cancelled',
    },
    { key: 'r', words: 'where the rate comes from', run: opens(desk, 'rates') },
    { key: 'm', words: 'the map', run: opens(desk, 'map') },
    { key: 'e', words: 'change the load', run: () => navigate(`/loads/${id}/change`), disabled: !mayEdit },
    {
      key: 't',
      words: 'check call: arrived, departed, late',
      run: opens(desk, 'call'),
      disabled: !mayEdit || state === 'draft' || state === 'cancelled',
    },
    {
      key: 'j',
      words: 'which customer’s system it reports to',
      run: opens(desk, 'join'),
      disabled: !mayEdit || state === 'cancelled',
    },
    { key: 'k', words: 'make a copy', run: () => navigate(`/loads/new?copy=${id}`), disabled: !mayEdit },
  ]
}
