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

interface BurstRequest {
  kind: BurstKind
  count: number
  oneFile: boolean
  respondMinutes: number | null
}

/** Sends tenders of one partner, of one kind or mixed as on a lively day. */
export function burst(post: Post, member: Member, request: BurstRequest, luck: () => number): BurstLine[] {
  const sender = new Sender(post, member, request, luck)
  const { kind } = request
  if (kind !== 'mixed') return sender[kind]()
  return [
    ...sender.original(),
    ...(luck() < 0.5 ? sender.change() : []),
    ...(luck() < 0.4 ? sender.duplicate() : []),
    ...(luck() < 0.4 ? sender.out_of_order() : []),
    ...(luck() < 0.3 ? sender.broken() : []),
    ...(luck() < 0.3 ? sender.cancel() : []),
    ...(luck() < 0.2 ? sender.late_cancel() : []),
  ]
}

/** One partner at its desk: a method for each kind of tender it sends. */
class Sender implements Record<Exclude<BurstKind, 'mixed'>, () => BurstLine[]> {
  private readonly state: ReturnType<Post['of']>

  constructor(
    private readonly post: Post,
    private readonly member: Member,
    private readonly request: BurstRequest,
    private readonly luck: () => number,
  ) {
    this.state = post.of(member)
  }

  original(): BurstLine[] {
    const { post, member, request } = this
    const shipments = Array.from({ length: request.count }, () => this.fresh())
    const sets = shipments.map((each) => tenderSet(member, each, '00'))
    if (request.oneFile) post.send(member, 'SM', sets)
    else for (const set of sets) post.send(member, 'SM', [set])
    return this.line('original', shipments)
  }

  change(): BurstLine[] {
    const { member, state } = this
    const accepted = this.answered('A')
    const shipment = this.pick(accepted.length > 0 ? accepted : state.offered)
    if (!shipment) return this.line('change: nothing to change', [])
    Object.assign(shipment, {
      pickup: shipment.pickup + 2 * 3_600_000,
      deliver: shipment.deliver + 4 * 3_600_000,
      usd: shipment.usd + 75,
      respondBy: Date.now() + member.respondHours * 1_800_000,
    })
    this.post.send(member, 'SM', [tenderSet(member, shipment, '04')])
    return this.line('change', [shipment])
  }

  cancel(): BurstLine[] {
    return this.take(this.answered(undefined), 'cancel')
  }

  late_cancel(): BurstLine[] {
    return this.take(this.answered('A'), 'late_cancel')
  }

  duplicate(): BurstLine[] {
    const { post, member } = this
    const shipment = this.fresh()
    const text = post.send(member, 'SM', [tenderSet(member, shipment, '00')])
    post.again(member, text)
    return this.line('duplicate', [shipment])
  }

  /** The change overtakes the tender that it changes. */
  out_of_order(): BurstLine[] {
    const { post, member } = this
    const shipment = this.fresh()
    const original = post.hold(member, 'SM', [tenderSet(member, shipment, '00')])
    shipment.usd += 50
    post.send(member, 'SM', [tenderSet(member, shipment, '04')])
    post.again(member, original)
    return this.line('out_of_order', [shipment])
  }

  /** Of two sets the second lacks its purpose and names an equipment length that is none; and a letter comes the same way. */
  broken(): BurstLine[] {
    const { post, member } = this
    const [good, bad] = [this.fresh(), this.fresh()]
    const sets = [tenderSet(member, good, '00'), tenderSet(member, bad, '00')]
    sets[1]!.segments = sets[1]!.segments
      .filter(([id]) => id !== 'B2A')
      .map((segment) => (segment[0] === 'S5' ? segment.with(2, '??') : segment))
    post.send(member, 'SM', sets)
    post.again(member, `Dear broker,\r\nplease find our tender ${good.id} attached.\r\n`)
    return this.line('broken', [good, bad])
  }

  private take(among: Shipment[], what: string): BurstLine[] {
    const shipment = this.pick(among)
    if (!shipment) return this.line(`${what}: nothing to cancel`, [])
    this.state.offered.splice(this.state.offered.indexOf(shipment), 1)
    this.post.send(this.member, 'SM', [tenderSet(this.member, shipment, '01')])
    return this.line(what, [shipment])
  }

  private fresh(): Shipment {
    const { respondMinutes } = this.request
    const shipment = newShipment(this.member, ++this.state.shipments, Date.now(), this.luck)
    if (respondMinutes !== null) shipment.respondBy = Date.now() + respondMinutes * 60_000
    this.state.offered.push(shipment)
    return shipment
  }

  private answered(answer: string | undefined): Shipment[] {
    return this.state.offered.filter(({ id }) => this.state.answers[id] === answer)
  }

  private pick(among: Shipment[]): Shipment | undefined {
    return among[Math.floor(this.luck() * among.length)]
  }

  private line(kind: string, shipments: Shipment[]): BurstLine[] {
    return [{ partner: this.member.key, kind, shipments: shipments.map(({ id }) => id) }]
  }
}
