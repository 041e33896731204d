import { spanWords } from '../time/words'
import type { RateBand } from './rates'

const basisWords: Record<RateBand['basis'], string> = {
  lane: 'on this lane',
  area: 'around both ends',
  region: 'in the wider region',
}

/** `41 comparables on this lane, newest 2 d old`. */
export function bandWords(band: RateBand | null, now: number): string {
  if (!band) return 'no history near this lane'
  const count = band.comparables === 1 ? '1 comparable' : `${band.comparables} comparables`
  return `${count} ${basisWords[band.basis]}, newest ${spanWords(now - band.newestAt)} old`
}
