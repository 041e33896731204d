import type { FoundRow } from '#server/search/find'
import { postJson } from '../ui/post'

/** Where the offer of a truck's carrier on a load is recorded; an unknown carrier is put on file by its number first. */
export async function offerAddress(
  { posting, carrier, boards }: FoundRow,
  loadId: number,
): Promise<{ to: string } | { problem: string }> {
  const found = carrier ? { id: carrier.id } : await added(posting.mc)
  if (typeof found === 'string') return { problem: found }
  const params = new URLSearchParams({
    offer: String(found.id),
    phone: posting.phone ?? '',
    note: `Truck seen on ${boards.join(', ')}`,
  })
  return { to: `/loads/${loadId}?${params}` }
}

/** The carrier of an MC number, added from the register; in words why it cannot be. */
async function added(mc: string | null): Promise<{ id: number } | string> {
  if (!mc) return 'The board shows no MC number. Ask for it, and press o on the load.'
  const answer = await postJson<{ carrierId: number }>('/carriers/add', { number: `MC ${mc}` })
  if (answer.ok) return { id: answer.value.carrierId }
  const held = (answer.answer as { carrierId?: number } | null)?.carrierId
  return held ? { id: held } : answer.message
}
