import { responseSegments } from '#core/x12/write-sets'
import type { Db } from '#server/db.server'
import { envelopeMoment, keepOutgoing, sendSet } from '#server/exchange/send'
import type { Partner } from '#server/partner/partners'
import type { Notice } from './rows'

/** The answer on its way to the customer: a 990, or the site's own form. */
export function reply(
  db: Db,
  { notice, partner, loadId }: { notice: Notice; partner: Partner; loadId: number | null },
  answer: { accept: boolean; remarks: string[] },
  now: number,
): void {
  const shipmentId = notice.tender.shipmentId!
  if (partner.transport === 'site') {
    const form = new URLSearchParams({
      tender: shipmentId,
      answer: answer.accept ? 'accept' : 'decline',
      remark: answer.remarks.join('; '),
    })
    keepOutgoing(
      db,
      partner,
      {
        raw: Buffer.from(form.toString(), 'latin1'),
        control: null,
        documents: [{ kind: 'form', groupType: '', number: shipmentId, loadId, noticeId: notice.id }],
      },
      now,
    )
    return
  }
  if (!partner.documents.includes('990')) return
  const remarks = answer.accept && !partner.takesNotes ? [] : answer.remarks
  const segments = responseSegments({
    scac: notice.tender.scac ?? partner.scac,
    shipmentId,
    date: envelopeMoment(db, now).date,
    accept: answer.accept,
    remarks,
  })
  sendSet(db, partner, { type: '990', segments, number: shipmentId, loadId, noticeId: notice.id }, now)
}
