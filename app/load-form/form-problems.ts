import { checkLoad } from '#core/load/checks'
import { loadTermsSchema } from '#core/load/load'
import type { LoadLeg, Problem } from '#core/load/problem'
import type { ExchangeRate } from '#core/money/exchange'
import type { RateBand } from '#core/rates/rates'
import { loadDetailTerms, stopDetailTerms, wholeNumber } from './detail-values'
import type { FormValues } from './form-fields'
import { chargesFrom, termsFrom, windowsOf } from './form-values'

/** The names under which the schema and the form know a field, where they differ. */
const formPaths: [RegExp, string][] = [
  [/^customerId$/, 'customer'],
  [/^stops\.(\d+)\.facilityId$/, 'stops.$1.facility'],
  [/^stops\.(\d+)\.(earliestLocal|latestLocal)$/, 'stops.$1.when'],
  [/^sellCharges\.(\d+)\.rateE4$/, 'sellCharges.$1.rate'],
  [/^freightValueMinor$/, 'freightValue'],
  [/^pieceSizeIn$/, 'pieceSize'],
  [/^payerId$/, 'payer'],
  [/^dispatcherId$/, 'dispatcher'],
]

/** The name of the form’s field that a path of the load’s terms belongs to. */
export function formPath(path: string): string {
  const found = formPaths.find(([pattern]) => pattern.test(path))
  return found ? path.replace(found[0], found[1]) : path
}

/** What a time that is missing or cannot be read asks for. */
export const notUnderstood = 'When? e.g. tue 8-11, nov 30 by 5p, tomorrow morning'

/** What the schema says is missing or unreadable, by form field. */
export function missingFields(values: FormValues, now: number, legs: LoadLeg[]): Record<string, string> {
  const parsed = loadTermsSchema.safeParse(termsFrom(values, now, legs))
  if (parsed.success) return {}
  return Object.fromEntries(
    parsed.error.issues.map((issue) => [
      formPath(issue.path.join('.')),
      issue.path.at(-1) === 'earliestLocal' ? notUnderstood : issue.message,
    ]),
  )
}

/** What is typed of the freight at a stop; what is no number yet is nothing yet. */
function handledAt(stop: FormValues['stops'][number]) {
  const { pieces, weightLb } = stopDetailTerms(stop)
  return { pieces: pieces || null, weightLb: weightLb || null }
}

/** The same checks that the server makes, on what is typed so far. */
export function problemsSoFar(
  values: FormValues,
  now: number,
  band: RateBand | null,
  route: { miles: number; legs: LoadLeg[] } | null,
  money: { rates: readonly ExchangeRate[]; today: string },
): Problem[] {
  const windows = windowsOf(values, now, route?.legs ?? [])
  const stops = values.stops.map((stop, index) => {
    const window = windows[index]
    return stop.facility && window
      ? {
          kind: stop.kind,
          ...window,
          region: stop.facility.region,
          zone: stop.facility.zone,
          lat: stop.facility.lat,
          lon: stop.facility.lon,
          address: stop.facility.address,
        }
      : null
  })
  const sellCharges = chargesFrom(values.sellCharges).filter((charge) => !Number.isNaN(charge.rateE4))
  const { pieces, pieceUnit, hazmat, unNumber } = loadDetailTerms(values)
  const weightLb = wholeNumber(values.weightLb) || null
  const temperature = values.tempMinF.trim() || values.tempMaxF.trim()
  const checked = checkLoad(
    {
      equipment: values.equipment,
      team: values.team,
      tempMinF: temperature ? Number(temperature) : null,
      stops,
      handled: values.stops.map((stop) => ({ kind: stop.kind, ...handledAt(stop) })),
      freight: { pieces, pieceUnit, weightLb, hazmat, unNumber },
      customsBroker: values.customsBroker.trim(),
      legs: route?.legs ?? [],
      sellCharges,
      charges: { miles: route?.miles ?? 0, weightLb },
    },
    { now, hasPayer: (values.payer ?? values.customer)?.hasPayer ?? null, band, ...money },
  )
  // A form just begun is not warned that its price is missing.
  return sellCharges.length === 0
    ? checked.filter((problem) => problem.code !== 'no_sell_charge' || !stops.includes(null))
    : checked
}
