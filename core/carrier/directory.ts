import { z } from 'zod'
import { equipmentKinds } from '../load/load'

/** What the directory can be asked for; the address bar and a saved view hold it as text. */
export const directoryQuerySchema = z.object({
  q: z.string().max(100).catch('').default(''),
  verdict: z.enum(['clear', 'caution', 'stop']).nullable().catch(null).default(null),
  equipment: z.enum(equipmentKinds).nullable().catch(null).default(null),
  region: z
    .string()
    .regex(/^[A-Z]{2,3}$/)
    .nullable()
    .catch(null)
    .default(null),
  /** Hauled for us in the last so many months; `never` hauled. */
  used: z.enum(['3', '12', 'never']).nullable().catch(null).default(null),
})
export type DirectoryQuery = z.infer<typeof directoryQuerySchema>

/** A directory query as it is in the address bar, without what is not asked. */
export function directoryParams(query: DirectoryQuery): string {
  return Object.entries(query)
    .flatMap(([name, value]) => (value ? [`${name}=${encodeURIComponent(value)}`] : []))
    .join('&')
}
