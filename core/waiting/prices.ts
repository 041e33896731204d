/** How offers are spread around the middle of the rate picture: logarithms of offer over middle at even steps of likelihood. */
export type OfferSpread = number[]

export const spreadSteps = 48

/** Before anything was learnt: offers from a tenth under to a quarter over the middle. */
export const guessedSpread: OfferSpread = Array.from(
  { length: spreadSteps },
  (_, at) => -0.1 + 0.35 * ((at + 0.5) / spreadSteps),
)

const minOffers = 60

/** The spread that past offers show, won and lost, each over what was foretold for its load before it came. */
export function offerSpreadOf(errors: number[]): OfferSpread {
  const sound = errors.filter((error) => Math.abs(error) < 0.7).sort((one, other) => one - other)
  if (sound.length < minOffers) return guessedSpread
  return Array.from({ length: spreadSteps }, (_, at) => sound[Math.floor(((at + 0.5) / spreadSteps) * sound.length)]!)
}

/** How far a load's own price level strays from its picture (a variance of logarithms), against that of one offer. */
const strayVariance = 0.05 ** 2

/**
 * Offers' prices to be expected on a load: the spread around the middle, moved by what the load's own offers so far
 * show of its level (a normal mean with a normal prior).
 */
export function expectedPrices(spread: OfferSpread, middleMinor: number, offersMinor: number[]): Float64Array {
  const mean = spread.reduce((sum, each) => sum + each, 0) / spread.length
  const variance = spread.reduce((sum, each) => sum + (each - mean) ** 2, 0) / spread.length
  const over = offersMinor.reduce(
    (sum, price) => sum + Math.max(-0.3, Math.min(0.3, Math.log(price / middleMinor) - mean)),
    0,
  )
  const moved = over / (offersMinor.length + variance / strayVariance)
  return Float64Array.from(spread, (each) => middleMinor * Math.exp(each + moved))
}
