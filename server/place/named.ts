import type { Place } from '#core/place/place'
import { resolvePlace } from '#core/place/resolve'
import { gazetteer } from '#server/atlas.server'

/** The place that a name or postal code means, the likelier of several; null for none. */
export function placeNamed(name: string): Place | null {
  const found = resolvePlace(gazetteer(), name)
  if (!('refusal' in found)) return found.place
  const [likelier] = found.refusal.code === 'ambiguous_place' ? found.refusal.candidates : []
  const settled = likelier ? resolvePlace(gazetteer(), likelier) : found
  return 'refusal' in settled ? null : settled.place
}
