import type { BoardAdapter } from './adapter'
import { saltlick } from './saltlick'
import { waterhole } from './waterhole'
import { windpump } from './windpump'

/** Every load board that the product can speak with. */
export const adapters: readonly BoardAdapter[] = [saltlick, waterhole, windpump]

/** The adapter of a board by its name; null where the product does not know it. */
export const adapterOf = (name: string): BoardAdapter | null => adapters.find((each) => each.name === name) ?? null
