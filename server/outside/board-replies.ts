import { createHmac, timingSafeEqual } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { identifyCarrier } from '#server/carrier/find'
import type { Db } from '#server/db.server'
import { recordOffer } from '#server/offer/offers'
import { posting } from '#server/schema'

/** A carrier's answer as the board calls it back. */
const replySchema = z.object({
  answer_no: z.string().min(1).max(80),
  shipper_ref: z.string().min(4).max(40),
  mc: z.string().regex(/^\d{4,8}$/),
  usd: z.number().positive().max(1_000_000),
  good_minutes: z.number().int().min(1).max(20_000).nullable().default(null),
  words: z.string().max(500).default(''),
})

/** An answer is believed for so long after it was signed, and as much before, for clocks that differ. */
const signatureLifeMs = 5 * 60_000

/** `t=…,v1=…`: the moment of signing (UTC milliseconds) and HMAC with SHA-256 over it and the raw body, keyed with the secret shared with the board. */
export function replySignature(body: string, secret: string, at: number): string {
  return `t=${at},v1=${createHmac('sha256', secret).update(`${at}.${body}`).digest('hex')}`
}

/** Whether the board signed these bytes, and lately: one that was seen on its way cannot be played again. */
function isSigned(body: string, signature: string | null, secret: string, now: number): boolean {
  const at = Number(/^t=(\d{1,15}),v1=/.exec(signature ?? '')?.[1] ?? Number.NaN)
  if (!(Math.abs(now - at) <= signatureLifeMs)) return false
  const expected = Buffer.from(replySignature(body, secret, at))
  const given = Buffer.from(signature ?? '')
  return given.length === expected.length && timingSafeEqual(given, expected)
}

/** Takes one call-back: what to answer the board with. Never throws for what the board says. */
export function receiveReply(
  db: Db,
  body: string,
  signature: string | null,
  secret: string,
  now: number,
): { status: number; answer: Record<string, unknown> } {
  if (!isSigned(body, signature, secret, now)) return { status: 401, answer: { error: 'signature' } }
  const parsed = replySchema.safeParse(parseJson(body))
  if (!parsed.success)
    return { status: 422, answer: { error: 'shape', where: parsed.error.issues.map((issue) => issue.path.join('.')) } }
  const reply = parsed.data
  const found = db
    .select({ loadId: posting.loadId })
    .from(posting)
    .where(eq(posting.reference, reply.shipper_ref))
    .get()
  if (!found) return { status: 404, answer: { error: 'no such listing of ours' } }
  const carrier = identifyCarrier(db, { mcNumber: reply.mc, mail: null })
  if (!carrier) return { status: 200, answer: { taken: false, why: 'we do not know this carrier yet' } }
  const outcome = recordOffer(
    db,
    found.loadId,
    {
      carrierId: carrier.id,
      payMinor: Math.round(reply.usd * 100),
      source: 'board',
      goodUntil: reply.good_minutes === null ? null : now + reply.good_minutes * 60_000,
      note: reply.words,
      externalKey: `saltlick:${reply.answer_no}`,
    },
    { now, by: { kind: 'carrier', id: carrier.id, name: carrier.name } },
  )
  return 'done' in outcome
    ? { status: 200, answer: { taken: true } }
    : { status: 200, answer: { taken: false, why: outcome.refusal.message } }
}

function parseJson(body: string): unknown {
  try {
    return JSON.parse(body)
  } catch {
    return null
  }
}
