import type { CarrierDocumentKind } from '../../carrier/document'
import { equipmentWords } from '../../load/words'
import { addMonths } from '../../time/local'
import { dayWords } from '../../time/words'
import type { PermitKind, VetFacts } from '../facts'
import { found, type RuleKind } from '../rule-kind'

const permitWords: Record<PermitKind, string> = { hazmat: 'hazardous materials', canada: 'Canada', mexico: 'Mexico' }

/** Rules on documents, permits, equipment and what we ourselves know of a carrier. */
export const fitnessRules = {
  do_not_use: {
    title: 'Do not use',
    asks: {},
    find: ({ carrier }) =>
      found(
        'do_not_use',
        carrier.doNotUse !== null,
        () => `Do not use: ${carrier.doNotUse}`,
        'A manager lifts it, with a reason.',
      ),
  },
  no_w9: {
    title: 'W-9 not on file',
    asks: {},
    find: (facts) => documentFinding(facts, 'w9', 'W-9'),
  },
  no_agreement: {
    title: 'Broker-carrier agreement not on file',
    asks: {},
    find: (facts) => documentFinding(facts, 'agreement', 'Broker-carrier agreement'),
  },
  too_few_units: {
    title: 'Fewer trucks than loads held with us, this one counted',
    asks: {},
    needsLoad: true,
    find: ({ carrier, load }) => {
      const units = carrier.register?.powerUnits ?? null
      const few = load !== null && units !== null && carrier.loadsHeld + 1 > units
      return found(
        'too_few_units',
        few,
        () =>
          `${units === 1 ? 'One truck' : `${units} trucks`} in the register and ${carrier.loadsHeld === 1 ? 'one load' : `${carrier.loadsHeld} loads`} with us on these days already`,
        'Ask which truck and which driver will come.',
      )
    },
  },
  permit_missing: {
    title: 'Permit missing for hazardous freight or the border',
    asks: {},
    needsLoad: true,
    find: (facts) =>
      neededPermits(facts)
        .filter(
          (kind) =>
            !facts.carrier.permits.some(
              (permit) => permit.kind === kind && (permit.expiresOn ?? '9999-12-31') >= facts.load!.lastDeliveryOn,
            ),
        )
        .map((kind) => ({
          code: `no_permit_${kind}`,
          message: `No permit for ${permitWords[kind]} on file through the delivery`,
          fix: `The carrier’s permit for ${permitWords[kind]}, put with its documents.`,
        })),
  },
  equipment_not_listed: {
    title: 'Equipment they do not list',
    asks: {},
    needsLoad: true,
    find: ({ carrier, load }) =>
      found(
        'equipment_not_listed',
        load !== null && carrier.equipment.length > 0 && !carrier.equipment.includes(load.equipment),
        () =>
          `They list ${carrier.equipment.map((kind) => equipmentWords[kind].toLowerCase()).join(', ')}, not ${equipmentWords[load!.equipment].toLowerCase()}`,
        'Ask for the trailer’s number and put the equipment on their list.',
      ),
  },
  gone_quiet: {
    title: 'No load with us for',
    asks: { months: { label: 'months', unit: 'months', min: 1, max: 60 } },
    find: ({ carrier, today }, ask) =>
      found(
        'gone_quiet',
        carrier.lastLoadOn !== null && carrier.lastLoadOn < addMonths(today, -ask.months!),
        () =>
          `Last load with us ${dayWords(carrier.lastLoadOn!, today)}, more than ${ask.months} months ago: vet again`,
        'Look through their contacts, insurance and payee, and note that you did.',
      ),
  },
} as const satisfies Record<string, RuleKind>

function documentFinding({ carrier, load, today }: VetFacts, kind: CarrierDocumentKind, name: string) {
  const code = kind === 'w9' ? 'no_w9' : 'no_agreement'
  const held = carrier.documents.filter((document) => document.kind === kind)
  const request =
    kind === 'w9' ? 'Request it by email; they send it by the link.' : 'Send them the agreement to sign by link.'
  const fix = carrier.documentsWaiting.includes(kind)
    ? `${name} came in and is waiting for review: see their documents.`
    : request
  if (held.length === 0) return [{ code, message: `${name} is not on file`, fix }]
  const until = load && load.lastDeliveryOn > today ? load.lastDeliveryOn : today
  const last = held
    .map((document) => document.expiresOn ?? '9999-12-31')
    .reduce((one, other) => (one > other ? one : other))
  return found(code, last < until, () => `${name} on file ends ${dayWords(last, today)}`, fix)
}

function neededPermits({ load }: VetFacts): PermitKind[] {
  if (!load) return []
  return [
    ...(load.hazmat ? (['hazmat'] as const) : []),
    ...(load.countries.includes('CA') ? (['canada'] as const) : []),
    ...(load.countries.includes('MX') ? (['mexico'] as const) : []),
  ]
}
