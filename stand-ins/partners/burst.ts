import type { Member } from './member'
import type { Post } from './post'
import { newShipment, type Shipment, tenderSet } from './tender'

export const burstKinds = [
  'mixed',
  'original',
  'change',
  'cancel',
  'late_cancel',
  'duplicate',
  'out_of_order',
  'broken',
] as const
export type BurstKind = (typeof burstKinds)[number]

/** What a burst did, for whoever asked for it. */
export interface BurstLine {
  partner: string
  kind: string
  shipments: string[]
}

/** Sends tenders of one partner, of one kind or mixed as on a lively day. */
export function burst(
  post: Post,
  member: Member,
  {
    kind,
    count,
    oneFile,
    respondMinutes,
  }: { kind: BurstKind; count: number; oneFile: boolean; respondMinutes: number | null },
  luck: () => number,
): BurstLine[] {
  const line = (what: string, shipments: string[]): BurstLine => ({ partner: member.key, kind: what, shipments })
  const state = post.of(member)
  const fresh = () => {
    const shipment = newShipment(member, ++state.shipments, Date.now(), luck)
    if (respondMinutes !== null) shipment.respondBy = Date.now() + respondMinutes * 60_000
    state.offered.push(shipment)
    return shipment
  }
  const answered = (answer: string) => state.offered.filter(({ id }) => state.answers[id] === answer)
  const pick = (among: Shipment[]) => among[Math.floor(luck() * among.length)]
  const originals = (): BurstLine[] => {
    const shipments = Array.from({ length: count }, fresh)
    if (oneFile)
      post.send(
        member,
        'SM',
        shipments.map((each) => tenderSet(member, each, '00')),
      )
    else for (const each of shipments) post.send(member, 'SM', [tenderSet(member, each, '00')])
    return [
      line(
        'original',
        shipments.map(({ id }) => id),
      ),
    ]
  }
  const change = (among: Shipment[], what: string): BurstLine[] => {
    const shipment = pick(among)
    if (!shipment) return [line(`${what}: nothing to change`, [])]
    Object.assign(shipment, {
      pickup: shipment.pickup + 2 * 3_600_000,
      deliver: shipment.deliver + 4 * 3_600_000,
      usd: shipment.usd + 75,
      respondBy: Date.now() + member.respondHours * 1_800_000,
    })
    post.send(member, 'SM', [tenderSet(member, shipment, '04')])
    return [line(what, [shipment.id])]
  }
  const cancel = (among: Shipment[], what: string): BurstLine[] => {
    const shipment = pick(among)
    if (!shipment) return [line(`${what}: nothing to cancel`, [])]
    state.offered.splice(state.offered.indexOf(shipment), 1)
    post.send(member, 'SM', [tenderSet(member, shipment, '01')])
    return [line(what, [shipment.id])]
  }
  const duplicate = (): BurstLine[] => {
    const shipment = fresh()
    const text = post.send(member, 'SM', [tenderSet(member, shipment, '00')])
    post.again(member, text)
    return [line('duplicate', [shipment.id])]
  }
  const outOfOrder = (): BurstLine[] => {
    const shipment = fresh()
    const original = post.hold(member, 'SM', [tenderSet(member, shipment, '00')])
    shipment.usd += 50
    post.send(member, 'SM', [tenderSet(member, shipment, '04')])
    post.again(member, original)
    return [line('out_of_order', [shipment.id])]
  }
  const broken = (): BurstLine[] => {
    const [good, bad] = [fresh(), fresh()]
    const sets = [tenderSet(member, good, '00'), tenderSet(member, bad, '00')]
    // The second lacks its purpose and says an equipment length that is none.
    sets[1]!.segments = sets[1]!.segments
      .filter(([id]) => id !== 'B2A')
      .map((segment) => (segment[0] === 'S5' ? segment.with(2, '??') : segment))
    post.send(member, 'SM', sets)
    post.again(member, `Dear broker,\r\nplease find our tender ${good.id} attached.\r\n`)
    return [line('broken', [good.id, bad.id])]
  }
  switch (kind) {
    case 'original':
      return originals()
    case 'change':
      return change(answered('A').length > 0 ? answered('A') : state.offered, 'change')
    case 'cancel':
      return cancel(
        state.offered.filter(({ id }) => state.answers[id] === undefined),
        'cancel',
      )
    case 'late_cancel':
      return cancel(answered('A'), 'late_cancel')
    case 'duplicate':
      return duplicate()
    case 'out_of_order':
      return outOfOrder()
    case 'broken':
      return broken()
    case 'mixed':
      return [
        ...originals(),
        ...(luck() < 0.5 ? change(answered('A').length > 0 ? answered('A') : state.offered, 'change') : []),
        ...(luck() < 0.4 ? duplicate() : []),
        ...(luck() < 0.4 ? outOfOrder() : []),
        ...(luck() < 0.3 ? broken() : []),
        ...(luck() < 0.3
          ? cancel(
              state.offered.filter(({ id }) => state.answers[id] === undefined),
              'cancel',
            )
          : []),
        ...(luck() < 0.2 ? cancel(answered('A'), 'late_cancel') : []),
      ]
  }
}
