import { z } from 'zod'
import { equipmentKinds } from '../load/load'
import type { MailFacts } from './mail'
import { mailWarnings } from './warning-kinds'

const span = z.object({ part: z.number().int(), from: z.number().int(), to: z.number().int() })
const fact = <Value extends z.ZodType>(value: Value) =>
  z.object({ value, at: span.nullable(), confidence: z.number().min(0).max(1) })
const text = fact(z.string())
const number = fact(z.number())
const basis = z.enum(['flat', 'per_mile'])

/** What was read from a mail, as it is kept beside it. */
export const mailFactsSchema = z.object({
  parts: z.array(z.object({ name: z.string().nullable(), text: z.string() })),
  trucks: z.array(
    z.object({
      place: fact(z.object({ city: z.string(), region: z.string(), lat: z.number(), lon: z.number() })),
      equipment: fact(z.enum(equipmentKinds)).nullable(),
      ...{ count: number, from: text, to: text.nullable(), radiusMiles: number.nullable() },
      ...{
        destinations: z.array(text),
        avoids: z.array(text),
        lengthFt: number.nullable(),
        weightLb: number.nullable(),
      },
      rate: fact(z.object({ amount: z.string(), basis })).nullable(),
    }),
  ),
  offers: z.array(
    z.object({
      ...{ reference: text.nullable(), amount: text, currency: z.enum(['USD', 'CAD']), basis },
      ...{ origin: text.nullable(), destination: text.nullable(), pickup: text.nullable(), expires: text.nullable() },
    }),
  ),
  warnings: z.array(fact(z.enum(mailWarnings))).default([]),
}) satisfies z.ZodType<MailFacts>
