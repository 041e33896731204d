import { z } from 'zod'
import { isDay } from '#core/time/local'
import { carrierToVetSchema, loadToVetSchema } from '#core/vetting/facts'
import { vettingPolicySchema } from '#core/vetting/policy'
import { usualPolicy } from '#core/vetting/usual-policy'
import { vet } from '#core/vetting/vetting'
import type { Answerer } from './lines'

const recordSchema = z.object({
  /** A day, or an instant whose day is taken as it is written. */
  as_of: z
    .string()
    .refine(
      (text) => isDay(text.slice(0, 10)) && /^.{10}(T.*)?$/.test(text),
      'as_of is a day such as 2026-11-23, or an instant that begins with one',
    ),
  load: z.unknown().optional(),
  carrier: z.unknown(),
  policy: z.unknown().optional(),
})

/** Money comes as `"1000000.00"` beside its currency: the core's whole cents are made of it. */
const moneyFields = {
  limit: 'limitMinor',
  freightValue: 'freightValueMinor',
  pay: 'payMinor',
  low: 'lowMinor',
  valueOver: 'valueOverMinor',
} as const

class BadMoney extends Error {}

function inMinorUnits(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inMinorUnits)
  if (value === null || typeof value !== 'object') return value
  if ('currency' in value && value.currency !== 'USD')
    throw new BadMoney(`Amounts are in USD here, not ${String(value.currency)}`)
  return Object.fromEntries(
    Object.entries(value).flatMap(([name, field]) => {
      if (name === 'currency') return []
      const minor = moneyFields[name as keyof typeof moneyFields]
      return minor && field !== null ? [[minor, cents(name, field)]] : [[minor ?? name, inMinorUnits(field)]]
    }),
  )
}

function cents(name: string, field: unknown): number {
  const match = /^(\d{1,12})(?:\.(\d{1,2}))?$/.exec(typeof field === 'string' ? field : '')
  if (!match) throw new BadMoney(`${name} is an amount such as "1000000.00", in a string`)
  return Number(match[1]) * 100 + Number((match[2] ?? '').padEnd(2, '0'))
}

/** What files written for earlier versions call a carrier's documents. */
const earlierNames: Record<string, string> = { papers: 'documents', papersWaiting: 'documentsWaiting' }

const currentNames = (carrier: unknown): unknown =>
  carrier !== null && typeof carrier === 'object'
    ? Object.fromEntries(Object.entries(carrier).map(([name, value]) => [earlierNames[name] ?? name, value]))
    : carrier

/** The verdict on one record: the same rules and words as in the award's gate. */
export function vetAnswerer(): Answerer {
  return (record) => {
    const asked = recordSchema.safeParse(record)
    if (!asked.success) return badRecord(asked.error)
    try {
      const carrier = carrierToVetSchema.safeParse(currentNames(inMinorUnits(asked.data.carrier)))
      const load = loadToVetSchema.nullable().safeParse(inMinorUnits(asked.data.load ?? null))
      const policy = vettingPolicySchema.safeParse(inMinorUnits(asked.data.policy ?? usualPolicy))
      for (const part of [carrier, load, policy]) if (!part.success) return badRecord(part.error)
      const { verdict, reasons } = vet(
        { carrier: carrier.data!, load: load.data ?? null, today: asked.data.as_of.slice(0, 10) },
        policy.data!,
      )
      return {
        verdict,
        reasons: reasons.map(({ code, severity, message, fix }) => ({ code, severity, message, fix })),
      }
    } catch (thrown) {
      if (thrown instanceof BadMoney) return { error: { code: 'bad_record', message: thrown.message } }
      throw thrown
    }
  }
}

const badRecord = (error: z.ZodError) => ({
  error: { code: 'bad_record', message: z.prettifyError(error).replaceAll('\n', ' ') },
})
