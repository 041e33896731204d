import { z } from 'zod'

/** The brokerage as its documents name it. */
export const brokerSchema = z.object({
  name: z.string(),
  address: z.array(z.string()),
  phone: z.string(),
  mail: z.string(),
  mcNumber: z.string(),
  /** The hash that its logo is kept under; documents issued before there was one have none. */
  logo: z.string().nullable().default(null),
})

/** The rep in charge, as documents name them. */
export const repSchema = z.object({ name: z.string(), phone: z.string(), mail: z.string() })
