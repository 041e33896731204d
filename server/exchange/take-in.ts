import { createHash } from 'node:crypto'
import { and, eq, max, sql } from 'drizzle-orm'
import { saidAtOf } from '#core/tender/message-order'
import { acknowledge } from '#core/x12/answer'
import { type AcknowledgedSet, readAcknowledgement } from '#core/x12/read-sets'
import type { InterchangeReport, Segment, TransactionReport } from '#core/x12/x12'
import { type Db, prepared } from '#server/db.server'
import { nextControl, type Partner, partnerOf } from '#server/partner/partners'
import type { InterchangeRead } from '#server/read/read-x12'
import { exchange, exchangeDocument } from '#server/schema'
import { envelopeMoment, keepOutgoing } from './send'

const at = sql.placeholder

/** Keeps one interchange and its documents, and asks for its acknowledgement to be sent; returns its number. */
export function takeIn(
  db: Db,
  { report, sets }: InterchangeRead,
  raw: Buffer,
  { partner: by, source }: { partner: Partner | null; source: string },
  now: number,
): number {
  const sender = partnerOf(db, report)
  const stranger = strangerWords(report, sender, by)
  const control = /^\d{9}$/.test(report.control) ? Number(report.control) : null
  if (!sender || stranger)
    return keepIncoming(
      db,
      { partnerId: by?.id ?? null, source, raw, control, usage: report.usage, state: 'unreadable', problem: stranger },
      now,
    )
  const standing =
    control === null
      ? { repeat: false, remark: 'It has no usable control number' }
      : sequence(db, sender.id, control, digestOf(raw))
  const kept = keepIncoming(
    db,
    {
      partnerId: sender.id,
      source,
      raw,
      control,
      saidAt: saidAtOf(report.date, report.time),
      usage: report.usage,
      state: standing.repeat ? 'repeat' : 'read',
      problem: [standing.remark, ...report.faults.map(({ note }) => note)].filter(Boolean).join('. ') || null,
    },
    now,
  )
  keepDocuments(db, kept, sender, { report, sets }, standing.repeat, now)
  answer(db, sender, report, now)
  return kept
}

const maxNumbers = 999_999_999

/** How a control number fits the partner's sequence: a repeat of the same bytes, a gap, out of order, or as it should. */
function sequence(
  db: Db,
  partnerId: number,
  control: number,
  digest: string,
): { repeat: boolean; remark: string | null } {
  const among = and(eq(exchange.partnerId, partnerId), eq(exchange.direction, 'in'))
  const same = db
    .select({ digest: exchange.digest })
    .from(exchange)
    .where(and(among, eq(exchange.control, control)))
    .all()
  if (same.some((each) => each.digest === digest))
    return {
      repeat: true,
      remark: `Interchange ${control} came before, with the same contents: it is answered again and not acted on`,
    }
  if (same.length > 0) return { repeat: false, remark: `Control number ${control} came before, with other contents` }
  const highest =
    db
      .select({ highest: max(exchange.control) })
      .from(exchange)
      .where(among)
      .get()?.highest ?? null
  // After the last of nine figures numbering starts over.
  if (highest !== null && highest - control > maxNumbers / 2) return { repeat: false, remark: null }
  if (highest !== null && control < highest)
    return { repeat: false, remark: `Came late: ${highest} was here before ${control}` }
  if (highest !== null && control > highest + 1)
    return {
      repeat: false,
      remark:
        control === highest + 2
          ? `Interchange ${highest + 1} has not come`
          : `Interchanges ${highest + 1} to ${control - 1} have not come`,
    }
  return { repeat: false, remark: null }
}

const documentQuery = prepared((db) =>
  db
    .insert(exchangeDocument)
    .values({
      exchangeId: at('exchangeId'),
      partnerId: at('partnerId'),
      direction: 'in',
      at: at('at'),
      kind: at('kind'),
      ordinal: at('ordinal'),
      groupType: at('groupType'),
      groupControl: at('groupControl'),
      setControl: at('setControl'),
      verdict: at('verdict'),
      faults: at('faults'),
      state: at('state'),
      problem: at('problem'),
    })
    .prepare(),
)

function keepDocuments(
  db: Db,
  exchangeId: number,
  from: Partner,
  { report, sets }: InterchangeRead,
  repeat: boolean,
  now: number,
): void {
  let ordinal = 0
  const rows = report.groups.flatMap((group) =>
    group.transactions.map((each) => {
      const wanted = each.type === '204' && from.documents.includes('204')
      const at = ordinal++
      return {
        exchangeId,
        partnerId: from.id,
        at: now,
        kind: each.type.slice(0, 12),
        ordinal: at,
        groupType: group.type,
        groupControl: group.control,
        setControl: each.control,
        verdict: each.verdict,
        faults: each.faults,
        state: repeat ? 'kept' : stateOf(each, wanted),
        problem: problemOf(each, wanted),
      }
    }),
  )
  for (const row of rows) documentQuery(db).run(row)
  if (!repeat)
    for (const { report: set, segments } of sets)
      if (set.type === '997' && set.verdict !== 'R') noteAcknowledgement(db, from.id, segments, now)
}

/** What the partner says of a group of ours, written beside each of its sets. */
function noteAcknowledgement(db: Db, partnerId: number, segments: readonly Segment[], now: number): void {
  const read = readAcknowledgement(segments)
  const ofGroup = and(
    eq(exchangeDocument.partnerId, partnerId),
    eq(exchangeDocument.direction, 'out'),
    eq(exchangeDocument.groupType, read.groupType),
    eq(exchangeDocument.groupControl, String(Number(read.groupControl))),
  )
  const say = (set: Pick<AcknowledgedSet, 'verdict' | 'note'>, control: string | null) =>
    db
      .update(exchangeDocument)
      .set({ ackVerdict: set.verdict, ackNote: set.note || null, ackAt: now })
      .where(and(ofGroup, control === null ? sql`ack_verdict is null` : eq(exchangeDocument.setControl, control)))
      .run()
  for (const set of read.sets) say(set, set.control)
  say({ verdict: read.verdict, note: '' }, null)
}

/** The acknowledgement, where the partner wants them and there is something to acknowledge. */
function answer(db: Db, to: Partner, report: InterchangeReport, now: number): void {
  if (!to.documents.includes('997') || report.groups.every((group) => group.type === 'FA')) return
  const control = nextControl(db, to.id)
  const text = acknowledge(report, { ...envelopeMoment(db, now), control: String(control) })
  if (text === null) return
  const groups = report.groups.filter((group) => group.type !== 'FA')
  keepOutgoing(
    db,
    to,
    {
      raw: Buffer.from(text, 'latin1'),
      control,
      documents: groups.map((group) => ({
        kind: '997',
        groupType: 'FA',
        number: group.control,
        loadId: null,
        noticeId: null,
      })),
    },
    now,
  )
}

/** Keeps what came from a partner as its bytes are; returns its number. */
export function keepIncoming(
  db: Db,
  row: Omit<typeof exchange.$inferInsert, 'direction' | 'at' | 'digest'>,
  now: number,
): number {
  const { id } = db
    .insert(exchange)
    .values({ ...row, direction: 'in', at: now, digest: digestOf(row.raw) })
    .returning({ id: exchange.id })
    .get()
  // What cannot be read is in the log as a document of its own.
  if (row.state === 'unreadable')
    db.insert(exchangeDocument)
      .values({
        exchangeId: id,
        partnerId: row.partnerId,
        direction: 'in',
        at: now,
        kind: 'unread',
        ordinal: 0,
        groupType: '',
        groupControl: '',
        setControl: '',
        state: 'kept',
        problem: row.problem,
      })
      .run()
  return id
}

/** The SHA-256 of some bytes, by which a repeated file is known. */
export const digestOf = (raw: Buffer) => createHash('sha256').update(raw).digest('hex')

/** Why an interchange is from nobody we know, in words; null where it is from whom it says. */
function strangerWords(report: InterchangeReport, sender: Partner | null, by: Partner | null): string | null {
  if (!sender)
    return `Nobody is known as ${report.sender.qualifier} ${report.sender.id}, writing to ${report.receiver.qualifier} ${report.receiver.id}`
  return by && by.id !== sender.id ? `It says it is from ${sender.name}, but came through ${by.name}` : null
}

function stateOf({ verdict, type }: TransactionReport, isWanted: boolean) {
  if (verdict === 'R') return 'refused' as const
  if (isWanted) return 'to_read' as const
  return type === '997' ? ('read' as const) : ('kept' as const)
}

function problemOf({ verdict, type, faults }: TransactionReport, isWanted: boolean): string | null {
  if (verdict === 'R') return faults[0]?.note ?? 'It was rejected'
  return type === '204' && !isWanted ? 'Tenders are not agreed with this partner' : null
}
