import { z } from 'zod'
import { chargeBases, chargeKinds } from '#core/charge/charge'
import { equipmentKinds, noteSchema, referenceSchema } from '#core/load/load'
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
  paidOn: z.string().nullable(),
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
  practice: z.boolean(),
  stops: z.array(stopValues).min(2),
  references: z.array(z.object({ ...referenceSchema.shape, value: z.string() })),
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
  practice: false,
  stops: [emptyStop('pickup'), emptyStop('delivery')],
  references: [],
  notes: [],
  sellCharges: [
    { kind: 'line_haul', basis: 'flat', rate: '', quantity: null, currency: 'USD', note: '', paidOn: null },
  ],
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
