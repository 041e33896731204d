import { boardPostingSchema, type FoundPosting } from '#core/search/found'

/** What a board says of a truck or a load, as it can be searched; nothing where it says nonsense, which is nobody's business but the board's. */
export function foundPosting(from: unknown): FoundPosting[] {
  const read = boardPostingSchema.safeParse(from)
  return read.success ? [read.data] : []
}
