import { spanWords } from '../time/words'
import type { Reason } from './account'
import type { RateBand } from './rates'
import type { SuspectKind } from './suspects'

const basisWords: Record<RateBand['basis'], string> = {
  lane: 'on this lane',
  area: 'around both ends',
  region: 'in the wider region',
  model: 'in all, none near this lane',
}

/** What each part of a rate's account is called. */
export const reasonWords: Record<Reason, string> = {
  distance: 'the miles',
  equipment: 'the equipment',
  direction: 'out of here, into there',
  lane: 'this lane’s own',
  season: 'the season',
  notice: 'the notice given',
  load: 'weight and weekday',
  fuel: 'fuel',
  market: 'the market of late',
}

/** What may be wrong with a past price, as a person would say it. */
export const suspectWords: Record<SuspectKind, string> = {
  ten_times: 'a zero too many?',
  a_tenth: 'a zero too few?',
  per_mile: 'a rate per mile in place of the whole?',
  far_off: 'far from anything likely',
  no_price: 'no price',
  duplicate: 'entered twice?',
  no_miles: 'no miles',
  no_weight: 'no weight',
}

/** `41 comparables on this lane, newest 2 d old`. */
export function bandWords(band: RateBand | null, now: number): string {
  if (!band) return 'no history near this lane'
  const count = band.comparables === 1 ? '1 comparable' : `${band.comparables} comparables`
  return `${count} ${basisWords[band.basis]}, newest ${spanWords(now - band.newestAt)} old`
}
