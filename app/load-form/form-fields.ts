import { z } from 'zod'
import { chargeBases, chargeKinds } from '#core/charge/charge'
import { pieceUnits } from '#core/load/freight'
import { equipmentKinds, noteSchema } from '#core/load/load'
import { referenceSchema } from '#core/load/reference'
import { dockAccesses } from '#core/load/stop'
import { currencies } from '#core/money/money'

const customerChoice = z.object({
  id: z.number(),
  name: z.string(),
  city: z.string(),
  region: z.string(),
  hasPayer: z.boolean(),
  /** What they are usually billed in. */
  currency: z.enum(currencies),
})
export type CustomerChoice = z.infer<typeof customerChoice>

const bookings = ['appointment', 'first_come'] as const

const facilityChoice = z.object({
  id: z.number(),
  name: z.string(),
  address: z.string(),
  city: z.string(),
  region: z.string(),
  postal: z.string(),
  zone: z.string(),
  lat: z.number(),
  lon: z.number(),
  booking: z.enum(bookings),
  /** When the dock takes trucks; both null where that is not known. */
  opens: z.string().nullable(),
  closes: z.string().nullable(),
})
export type FacilityChoice = z.infer<typeof facilityChoice>

const typed = z.string().default('')
const referenceValues = z.object({ ...referenceSchema.shape, name: typed, value: z.string() })
export type ReferenceValues = z.infer<typeof referenceValues>

const stopValues = z.object({
  kind: z.enum(['pickup', 'delivery']),
  facility: facilityChoice.nullable(),
  /** As typed: `tue 8-11`. */
  when: z.string(),
  booking: z.enum(bookings),
  /** Its time is ours, and moves with the pickup until somebody types another. */
  follows: z.boolean(),
  /** On a copy: how the old load's stop stood to its pickup. */
  apart: z.object({ days: z.number(), from: z.string(), to: z.string().nullable() }).nullable(),
  access: z.enum(dockAccesses).default('dock'),
  contactName: typed,
  contactPhone: typed,
  driverNote: typed,
  pieces: typed,
  weightLb: typed,
  references: z.array(referenceValues).default([]),
})
export type StopValues = z.infer<typeof stopValues>

const chargeValues = z.object({
  kind: z.enum(chargeKinds),
  basis: z.enum(chargeBases),
  /** As typed: `2,880`. */
  rate: z.string(),
  quantity: z.number().nullable(),
  currency: z.enum(currencies),
  note: z.string(),
  day: z.string().nullable().default(null),
})
export type ChargeValues = z.infer<typeof chargeValues>

/** What the form of a load holds: texts as typed, choices as chosen. Also how a form that was not saved is read again. */
export const formValuesSchema = z.object({
  customer: customerChoice.nullable(),
  equipment: z.enum(equipmentKinds),
  lengthFt: z.string(),
  tempMinF: z.string(),
  tempMaxF: z.string(),
  team: z.boolean(),
  commodity: z.string(),
  commodityHidden: z.boolean(),
  weightLb: z.string(),
  pallets: z.string(),
  freightValue: z.string(),
  hazmat: z.boolean().default(false),
  unNumber: typed,
  partial: z.boolean().default(false),
  pieces: typed,
  pieceUnit: z.enum(pieceUnits).default('piece'),
  pieceSize: typed,
  stackable: z.boolean().default(false),
  /** The number it is to have; empty for the next of ours. */
  number: typed,
  payer: customerChoice.nullable().default(null),
  customsBroker: typed,
  customsBrokerPhone: typed,
  /** Ids of people of ours as a choice holds them; empty for nobody. */
  dispatcher: typed,
  repShares: z.array(z.object({ userId: z.string(), sharePercent: z.string() })).default([]),
  links: z.array(z.object({ label: z.string(), url: z.string() })).default([]),
  practice: z.boolean(),
  stops: z.array(stopValues).min(2),
  references: z.array(referenceValues),
  notes: z.array(z.object({ ...noteSchema.shape, text: z.string() })),
  sellCharges: z.array(chargeValues),
})
export type FormValues = z.infer<typeof formValuesSchema>

/** A stop that nothing is known of yet. */
export const emptyStop = (kind: StopValues['kind']): StopValues => ({
  kind,
  facility: null,
  when: '',
  booking: 'first_come',
  follows: kind === 'delivery',
  apart: null,
  access: 'dock',
  contactName: '',
  contactPhone: '',
  driverNote: '',
  pieces: '',
  weightLb: '',
  references: [],
})

export const emptyForm: FormValues = {
  customer: null,
  equipment: 'van',
  lengthFt: '53',
  tempMinF: '',
  tempMaxF: '',
  team: false,
  commodity: '',
  commodityHidden: false,
  weightLb: '',
  pallets: '',
  freightValue: '',
  hazmat: false,
  unNumber: '',
  partial: false,
  pieces: '',
  pieceUnit: 'piece',
  pieceSize: '',
  stackable: false,
  number: '',
  payer: null,
  customsBroker: '',
  customsBrokerPhone: '',
  dispatcher: '',
  repShares: [],
  links: [],
  practice: false,
  stops: [emptyStop('pickup'), emptyStop('delivery')],
  references: [],
  notes: [],
  sellCharges: [{ kind: 'line_haul', basis: 'flat', rate: '', quantity: null, currency: 'USD', note: '', day: null }],
}

/** A form as it is kept while it is typed: with what a change began from, so that it can be merged with what others saved since. */
const keptSchema = z.object({
  values: formValuesSchema,
  base: formValuesSchema.nullable(),
  version: z.number().nullable(),
})
export type KeptValues = z.infer<typeof keptSchema>

/** A form that was kept, read again; null where it is from another time and does not fit. */
export const readKept = (fields: unknown): KeptValues | null => keptSchema.safeParse(fields).data ?? null

/** A form that was put aside, read again; null where it is from another time and does not fit. */
export const readForm = (fields: unknown): FormValues | null => formValuesSchema.safeParse(fields).data ?? null
