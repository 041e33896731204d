import { and, eq, inArray } from 'drizzle-orm'
import type { Payee } from '#core/carrier/carrier'
import { addDays, dayOf, hour, toLocal } from '#core/time/local'
import { checkDocument, receiveDocument } from '#server/carrier/documents'
import { payeeSubject } from '#server/carrier/payees'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { run } from '#server/kernel/run'
import { newSheet } from '#server/pdf/sheet'
import { recordOf, storeRecord } from '#server/register/store'
import { carrier, load } from '#server/schema'
import { askAwarded } from '#server/vetting/alerts'
import { inesId, people } from './world'

const [ines, teo, ruth] = people

/** What a day brings to the carriers' room: the register changed, a payee and a document wait, and one award is in doubt. */
export async function writeCarrierDay(db: Db, now: number): Promise<void> {
  const today = dayOf(toLocal(now, 'America/Boise'))
  const rows = db.select().from(carrier).orderBy(carrier.id).limit(60).all()
  const change = (
    row: (typeof rows)[number],
    at: number,
    part: (record: NonNullable<ReturnType<typeof recordOf>>['record']) => object,
  ) => {
    const known = recordOf(db, row.dotNumber)!
    storeRecord(db, { ...known.record, ...part(known.record) }, { changedAt: at, confirmedAt: at })
  }
  change(rows[12]!, now - 9 * hour, () => ({ phones: ['801-555-0188'] }))
  change(rows[21]!, now - 7 * hour, () => ({ officers: ['Hal Q Brandt'] }))
  change(rows[33]!, now - 5 * hour, () => ({ safetyRating: 'conditional', ratedOn: today }))
  change(rows[40]!, now - 3 * hour, (record) => ({
    filings: record.filings.map((filing) => ({ ...filing, cancelledOn: addDays(today, 12) })),
  }))
  const covered = db
    .select({ id: load.id, carrierId: load.carrierId })
    .from(load)
    .where(and(inArray(load.state, ['covered']), eq(load.practice, false)))
    .orderBy(load.pickupAt)
    .all()
    .find((each) => each.carrierId !== null)
  const doubtful = covered && db.select().from(carrier).where(eq(carrier.id, covered.carrierId!)).get()
  if (covered && doubtful) {
    change(doubtful, now - hour, (record) => ({
      filings: record.filings.map((filing) => ({ ...filing, cancelledOn: today })),
    }))
    askAwarded(db, [covered.id], now - hour)
  }
  const person = (who: (typeof people)[number], ago: number) => ({
    now: now - ago,
    by: { kind: 'person' as const, id: people.indexOf(who) + inesId, name: who.name },
  })
  const account = { kind: 'carrier' as const, bankName: 'Bank of the Portneuf', routing: '991000009' }
  const ask = (carrierId: number, payee: Payee, act: Act) =>
    run(db, payeeSubject, carrierId, { kind: 'ask_payee', payee }, act)
  ask(rows[5]!.id, { ...account, name: rows[5]!.name, account: '55501001' }, person(ines, 400 * 24 * hour))
  ask(
    rows[9]!.id,
    {
      kind: 'factoring',
      name: 'Millrace Factoring',
      bankName: 'Old Mill Bank',
      routing: '991000009',
      account: '55502244',
    },
    person(teo, 2 * hour),
  )
  const waiting = db.$client
    .prepare("select id from payee where carrier_id = ? and state = 'waiting'")
    .get(rows[5]!.id) as { id: number }
  run(db, payeeSubject, rows[5]!.id, { kind: 'approve_payee', payeeId: waiting.id }, person(ruth, 399 * 24 * hour))
  const certificate = await certificatePdf(rows[7]!.name, today)
  await receiveDocument(
    db,
    rows[7]!.id,
    { kind: 'certificate', name: 'certificate.pdf', content: certificate },
    { now: now - 2 * hour, by: { kind: 'carrier', id: rows[7]!.id, name: `${rows[7]!.name} by link` } },
  )
  const w9 = await receiveDocument(
    db,
    rows[8]!.id,
    { kind: 'w9', name: 'w9.pdf', content: await certificatePdf(rows[8]!.name, today) },
    person(ines, 30 * 24 * hour),
  )
  if ('documentId' in w9)
    checkDocument(
      db,
      rows[8]!.id,
      { documentId: w9.documentId, kind: 'w9', expiresOn: null, insurance: [] },
      person(ines, 29 * 24 * hour),
    )
}

function certificatePdf(name: string, today: string): Promise<Buffer> {
  const { doc, done } = newSheet('Certificate of insurance', 'Lark Mutual')
  doc.font('strong').fontSize(18).text('Certificate of insurance')
  doc.moveDown().font('text').fontSize(11)
  for (const words of [
    `Insured: ${name}`,
    'Insurer: Lark Mutual',
    'Motor carrier liability: $1,000,000 each accident',
    'Motor truck cargo: $150,000',
    `In force from ${today} for one year`,
    'Holder: Plover & Rook Freight, Pocatello, Idaho',
  ])
    doc.text(words)
  doc.end()
  return done
}
