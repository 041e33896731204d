import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Member } from './member'
import { acknowledgement, type Incoming, readIncoming } from './read'
import type { Shipment } from './tender'
import { interchange, type Segment } from './write'

/** What a partner remembers from one start to the next. */
interface State {
  control: number
  shipments: number
  offered: Shipment[]
  /** Our answer to each shipment: A or D. */
  answers: Record<string, string>
}

/** Something the brokerage sent, as it was taken. */
export interface ReceivedLine {
  partner: string
  at: number
  kind: string
  control: number
  number: string
  answer: string
  problems: string[]
  /** The same control number was here before. */
  repeat: boolean
  raw: string
}

/** The post between the partners and the brokerage: mailbox folders and HTTP, both ways. */
export class Post {
  readonly received: ReceivedLine[] = []
  private readonly states: Record<string, State>
  private readonly seen = new Set<string>()
  private waiting: { member: Member; text: string; key: string }[] = []
  private keys = 0

  constructor(
    private readonly members: Member[],
    private readonly folder: string,
    private readonly file: string,
  ) {
    const kept = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : { states: {}, received: [] }
    this.states = kept.states
    this.received.push(...kept.received)
    for (const each of this.received) this.seen.add(`${each.partner} ${each.control}`)
  }

  of(member: Member): State {
    this.states[member.key] ??= { control: 0, shipments: 0, offered: [], answers: {} }
    return this.states[member.key]!
  }

  /** Writes an interchange under the next control number and sends it; its text. */
  send(member: Member, group: string, sets: { type: string; segments: Segment[] }[]): string {
    const text = this.hold(member, group, sets)
    this.again(member, text)
    return text
  }

  /** Writes one and does not send it yet. */
  hold(member: Member, group: string, sets: { type: string; segments: Segment[] }[]): string {
    return interchange(member, group, sets, ++this.of(member).control, new Date())
  }

  /** Sends a text as it is. */
  again(member: Member, text: string): void {
    const key = `${member.key}-${Date.now().toString(36)}-${++this.keys}`
    if (member.transport === 'http') return void this.waiting.push({ member, text, key })
    const folder = join(this.folder, member.key, 'in')
    mkdirSync(folder, { recursive: true })
    const name = `${String(Date.now())}-${String(this.keys).padStart(6, '0')}.x12`
    writeFileSync(join(folder, `.${name}`), text, 'latin1')
    renameSync(join(folder, `.${name}`), join(folder, name))
  }

  /** Posts what waits for HTTP; what is not taken stays for the next time. */
  async postWaiting(): Promise<void> {
    const batch = this.waiting
    this.waiting = []
    for (const [at, { member, text, key }] of batch.entries()) {
      const response = await fetch(member.inUrl, {
        method: 'POST',
        headers: {
          authorization: `Bearer ${member.secret}`,
          'content-type': 'application/edi-x12',
          'idempotency-key': key,
        },
        body: Buffer.from(text, 'latin1'),
      }).catch(() => null)
      if (response === null || response.status >= 500) {
        this.waiting.unshift(...batch.slice(at))
        return
      }
    }
  }

  /** Fetches what the brokerage wrote for the folder partners. */
  collect(): void {
    for (const member of this.members) {
      const out = join(this.folder, member.key, 'out')
      if (member.transport !== 'folder' || !existsSync(out)) continue
      const taken = join(this.folder, member.key, 'taken')
      mkdirSync(taken, { recursive: true })
      for (const name of readdirSync(out)
        .filter((each) => !each.startsWith('.'))
        .sort(byTurn)) {
        this.take(member, readFileSync(join(out, name), 'latin1'))
        renameSync(join(out, name), join(taken, name))
      }
    }
  }

  /** Looks at what came, notes it, and acknowledges whatever is no acknowledgement itself. */
  take(member: Member, text: string): void {
    const incoming = readIncoming(text)
    const at = Date.now()
    if (!incoming) {
      this.received.push({
        partner: member.key,
        at,
        kind: 'no X12',
        control: 0,
        number: '',
        answer: '',
        problems: ['not readable'],
        repeat: false,
        raw: text,
      })
      return
    }
    const key = `${member.key} ${incoming.control}`
    const repeat = this.seen.has(key)
    this.seen.add(key)
    if (incoming.sender !== member.brokerId || incoming.receiver !== member.id)
      incoming.problems.push('not from whom, or not to whom it should be')
    for (const set of incoming.sets) {
      const line = {
        partner: member.key,
        at,
        kind: set.type,
        control: incoming.control,
        ...numberOf(set),
        problems: [...incoming.problems, ...set.problems],
        repeat,
        raw: text,
      }
      this.received.push(line)
      if (set.type === '990' && !repeat) this.of(member).answers[line.number] = line.answer
    }
    this.answer(member, incoming)
    this.keep()
  }

  private answer(member: Member, incoming: Incoming): void {
    if (incoming.group !== 'FA') this.send(member, 'FA', [{ type: '997', segments: acknowledgement(incoming) }])
  }

  keep(): void {
    const making = `${this.file}.new`
    writeFileSync(making, JSON.stringify({ states: this.states, received: this.received.slice(-4000) }))
    renameSync(making, this.file)
  }
}

/** `partner-1-12.x12` after `partner-1-9.x12`. */
const byTurn = (one: string, other: string) => turnOf(one) - turnOf(other)
const turnOf = (name: string) => Number(/(\d+)\.x12$/.exec(name)?.[1] ?? 0)

function numberOf({ type, segments }: { type: string; segments: Segment[] }): { number: string; answer: string } {
  const first = (id: string) => segments.find((each) => each[0] === id) ?? []
  switch (type) {
    case '990':
      return { number: first('B1')[2] ?? '', answer: first('B1')[4] ?? '' }
    case '214':
      return { number: first('B10')[2] ?? '', answer: first('AT7')[1] || first('AT7')[3] || '' }
    case '210':
      return { number: first('B3')[3] ?? '', answer: first('B3')[7] ?? '' }
    case '997':
      return { number: first('AK1')[2] ?? '', answer: first('AK9')[1] ?? '' }
    default:
      return { number: '', answer: '' }
  }
}
