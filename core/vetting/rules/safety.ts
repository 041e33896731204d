import type { RegisterRecord } from '../../register/register'
import { dayWords } from '../../time/words'
import type { Finding } from '../facts'
import { found, type RuleKind } from '../rule-kind'

/**
 * Shares of roadside inspections that put a vehicle or a driver out of service, nation-wide: the averages that the federal
 * safety administration printed beside every carrier's own figures in 2024.
 */
export const nationalOutOfService = { vehicle: 0.2226, driver: 0.0667 } as const

const percent = (share: number) => `${Math.round(share * 1000) / 10}%`
const count = (label: string, max = 100_000) => ({ label, unit: 'count' as const, min: 1, max })

/** Rules on how safely a carrier runs, as inspections, crashes and ratings tell. */
export const safetyRules = {
  rating_unsatisfactory: {
    title: 'Safety rating unsatisfactory',
    asks: {},
    find: ({ carrier, today }) => ratingFinding(carrier.register, 'unsatisfactory', today),
  },
  rating_conditional: {
    title: 'Safety rating conditional',
    asks: {},
    find: ({ carrier, today }) => ratingFinding(carrier.register, 'conditional', today),
  },
  out_of_service_high: {
    title: 'Out-of-service rate above the national one, times',
    asks: {
      times: { label: 'times', unit: 'times', min: 1, max: 10 },
      inspections: count('from this many inspections on', 1000),
    },
    find: ({ carrier }, ask) =>
      (['vehicle', 'driver'] as const).flatMap((kind) =>
        outOfServiceFinding(carrier.register, kind, ask.times!, ask.inspections!),
      ),
  },
  never_inspected: {
    title: 'No inspection in 24 months, though as many trucks as',
    asks: { units: count('trucks') },
    find: ({ carrier }, ask) => {
      const record = carrier.register
      const never =
        record !== null &&
        record.powerUnits >= ask.units! &&
        record.vehicle.inspections === 0 &&
        record.driver.inspections === 0
      return found(
        'never_inspected',
        never,
        () => `${record!.powerUnits} trucks and not one roadside inspection in 24 months`,
        'Ask where the trucks run, and for the numbers of some of them.',
      )
    },
  },
  crashes_high: {
    title: 'Crashes in 24 months for each 100 trucks above',
    asks: { rate: count('crashes', 1000), crashes: count('from this many crashes on', 1000) },
    find: ({ carrier }, ask) => {
      const record = carrier.register
      const crashes = record ? record.crashes.fatal + record.crashes.injury + record.crashes.tow : 0
      const high =
        record !== null && crashes >= ask.crashes! && crashes * 100 > ask.rate! * Math.max(1, record.powerUnits)
      return found(
        'crashes_high',
        high,
        () =>
          `${crashes} crashes in 24 months with ${record!.powerUnits} trucks${record!.crashes.fatal > 0 ? `, ${record!.crashes.fatal} of them fatal` : ''}`,
        'Ask what happened and what was changed since.',
      )
    },
  },
} as const satisfies Record<string, RuleKind>

function ratingFinding(
  record: RegisterRecord | null,
  rating: 'conditional' | 'unsatisfactory',
  today: string,
): Finding[] {
  return found(
    `rating_${rating}`,
    record?.safetyRating === rating,
    () => `Safety rating ${rating}${record!.ratedOn ? ` since ${dayWords(record!.ratedOn, today)}` : ''}`,
    'A new rating after the carrier’s corrective plan.',
  )
}

function outOfServiceFinding(
  record: RegisterRecord | null,
  kind: 'vehicle' | 'driver',
  times: number,
  min: number,
): Finding[] {
  if (!record || record[kind].inspections < min) return []
  const share = record[kind].outOfService / record[kind].inspections
  const high = share > nationalOutOfService[kind] * times
  return found(
    `${kind}_out_of_service_high`,
    high,
    () =>
      `${percent(share)} of ${record[kind].inspections} ${kind} inspections ended out of service; the nation has ${percent(nationalOutOfService[kind])}`,
    'Better inspections over the next months.',
  )
}
