import { z } from 'zod'

/** The brokerage as its documents name it. */
export const brokerSchema = z.object({
  name: z.string(),
  address: z.array(z.string()),
  phone: z.string(),
  mail: z.string(),
  mcNumber: z.string(),
})

/** The rep in charge, as documents name them. */
export const repSchema = z.object({ name: z.string(), phone: z.string(), mail: z.string() })
