import { z } from 'zod'
import { marginRuleSchema, usualMarginRule } from '../quote/margin-rule'
import { isDay } from '../time/local'

const line = (most: number) => z.string().trim().max(most, `At most ${most} characters`)
const filled = (what: string, most: number) => line(most).min(1, `Give ${what}`)

/** A time zone by its IANA name, as `Intl` knows it. */
const zoneSchema = z.string().refine(isZone, 'That is not a time zone: choose one of the list, like America/Chicago')

function isZone(name: string): boolean {
  try {
    return name.includes('/') && new Intl.DateTimeFormat('en-US', { timeZone: name }) !== null
  } catch {
    return false
  }
}

const digits = (what: string, least: number, most: number) =>
  z
    .string()
    .trim()
    .regex(new RegExp(`^\\d{${least},${most}}$`), `${what} is ${least} to ${most} digits`)
const prefix = z
  .string()
  .trim()
  .toUpperCase()
  .regex(/^[A-Z]{1,6}$/, 'A prefix is one to six letters')
const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Give a time like 07:00')
const paragraphs = (what: string) => z.array(filled(what, 600)).max(20, 'At most 20 paragraphs')

/** Sunday first, as `Date.getUTCDay` counts. */
export const weekdays = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'] as const

/** Who we are: what every document names us by, and the clock the desk works by. */
const identity = {
  name: filled('the name you trade under', 80),
  legalName: filled('the legal name', 120),
  mcNumber: digits('An MC number', 1, 8),
  dotNumber: digits('A DOT number', 1, 8),
  address: z.array(filled('the address', 80)).min(1, 'Give the address').max(4, 'At most four lines'),
  phone: filled('a phone number', 30).regex(/^[+()\d .x-]{7,}$/, 'Give a phone number like 208-555-0100'),
  mail: z.email('Give an email address').max(120),
  zone: zoneSchema,
  /** The picture at the head of quotes and confirmations: the hash that it is kept under. Later than the first settings: versions before have none. */
  logo: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .nullable()
    .default(null),
}

const numbersSchema = z.strictObject({
  loadPrefix: prefix,
  /** The first load gets this number, later ones the next. */
  firstLoad: z.number('Give a number').int().min(1).max(9_000_000),
  /** Quotes as loads. Later than the first settings: versions before have none. */
  quotePrefix: prefix.default('Q'),
  firstQuote: z.number('Give a number').int().min(1).max(9_000_000).default(1001),
  confirmationPrefix: prefix,
  invoicePrefix: prefix,
})

const hoursSchema = z
  .strictObject({
    opens: clock,
    closes: clock,
    days: z.array(z.number().int().min(0).max(6)).min(1, 'Tick at least one day'),
    holidays: z
      .array(z.strictObject({ day: z.string().refine(isDay, 'Give a day like 2026-12-25'), name: line(60) }))
      .max(60, 'At most 60 holidays'),
  })
  .refine(({ opens, closes }) => opens < closes, { path: ['closes'], message: 'The office closes before it opens' })

const pricingSchema = z.strictObject({
  margin: marginRuleSchema,
  /** Hundredths of a percent of the sell price under which nobody works without permission. */
  leastMarginE2: z.number('Give the percent').int().min(0).max(6000, 'Over 60% of the sell price'),
})

const waitingSchema = z.strictObject({
  /** Hundredths of a percent that a truck at the last hour costs over the high end of the lane's prices. */
  rescueOverHighE2: z.number('Give the percent').int().min(0).max(10_000),
  /** Hundredths of a percent of carriers called that answer with a price. */
  callAnswersE2: z.number('Give the percent').int().min(0).max(10_000),
})

/** Sessions and second factors: who has to prove more, and how long a sign-in lasts. */
const accessSchema = z.strictObject({
  /** A session ends when nothing was asked under it for so long. */
  idleMinutes: z.number('Give the minutes').int().min(5).max(20_160),
  /** However busy a session is, it ends after so many days. */
  lifeDays: z.number('Give the days').int().min(1).max(90),
  /** Roles that sign in with an authenticator app. */
  secondFactorFor: z.array(z.string().max(60)).max(40),
})

const keptDays = (least: number, words: string) => z.number('Give the days').int().min(least, words).max(3650)

/** What runs by itself, and how long each kind of record is kept. */
const runningSchema = z.strictObject({
  /** The local hour from which on the night's backup is made. */
  backupAt: clock,
  backupsKept: z.number('Give a number').int().min(1, 'Keep at least one').max(400),
  /** Days that what was sent stays in the outbox; the logs say for good that it was. Later than the first settings: versions before have none. */
  sentKeptDays: keptDays(7, 'At least a week').default(90),
  /** Days that the bytes of an interchange are kept; what was read of them stays. */
  rawKeptDays: keptDays(30, 'At least a month').default(1095),
  /** Days that email of no load is kept once somebody has read it; a load's own stays with the load. */
  mailKeptDays: keptDays(30, 'At least a month').default(365),
  /** Days that the market's averages are kept: the rate model learns from them. */
  marketKeptDays: keptDays(180, 'At least half a year: prices are learned from them').default(1095),
  /** Days that a password link is kept after it has ended; sessions and wrong sign-ins go when they have run out. */
  linkKeptDays: keptDays(1, 'At least a day').default(30),
  /** Percent from which what an email of a proven sender says of its trucks counts without a person; over 100: never. */
  factsTakenFromPercent: z
    .number('Give the percent')
    .int()
    .min(50, 'At least 50')
    .max(101, 'At most 101, which is never')
    .default(90),
})

/** All that a brokerage sets for itself: what would be another's is data here, never a constant. */
export const officeSchema = z.strictObject({
  ...identity,
  numbers: numbersSchema,
  hours: hoursSchema,
  pricing: pricingSchema,
  /** Printed on every quote. */
  quoteTerms: paragraphs('the paragraph, or take it out'),
  /** What a carrier agrees to by accepting; printed on every rate confirmation. */
  conditions: paragraphs('the paragraph, or take it out'),
  waiting: waitingSchema,
  access: accessSchema,
  running: runningSchema,
})
export type Office = z.output<typeof officeSchema>

/** What a brokerage that has set nothing yet works with, and what its set-up page starts from. Version 0. */
export const plainOffice: Office = {
  name: '',
  legalName: '',
  mcNumber: '',
  dotNumber: '',
  address: [],
  phone: '',
  mail: '',
  zone: 'America/Chicago',
  logo: null,
  numbers: {
    loadPrefix: 'L',
    firstLoad: 1001,
    quotePrefix: 'Q',
    firstQuote: 1001,
    confirmationPrefix: 'RC',
    invoicePrefix: 'INV',
  },
  hours: { opens: '07:00', closes: '18:00', days: [1, 2, 3, 4, 5], holidays: [] },
  pricing: { margin: usualMarginRule, leastMarginE2: 500 },
  quoteTerms: [
    'Prices are for one truckload, dock to dock, with two free hours at each stop.',
    'Extra stops, detention, unloading, layover and tarping not named above are charged as agreed beforehand.',
    'Prices hold for freight tendered and picked up by the day above, subject to a truck being free on the day asked for.',
    'Freight is legal in weight and size, not hazardous, and worth no more than $100,000 a load unless we agree otherwise in writing.',
  ],
  conditions: [
    'The carrier moves this load under its own authority, in its own equipment; it may not be brokered or handed to another carrier.',
    'Insurance on file must be in force from the first pickup through the last delivery.',
    'Detention is paid after two free hours at a stop, from the time of the appointment, when told to us while the truck is waiting.',
    'Unloading charges are paid against the receipt. Extra charges not on this confirmation need our consent beforehand.',
    'The signed proof of delivery and the carrier’s invoice are due within five days. We pay within thirty days of both.',
  ],
  waiting: { rescueOverHighE2: 1200, callAnswersE2: 1200 },
  access: { idleMinutes: 720, lifeDays: 14, secondFactorFor: [] },
  running: {
    backupAt: '01:30',
    backupsKept: 14,
    sentKeptDays: 90,
    rawKeptDays: 1095,
    mailKeptDays: 365,
    factsTakenFromPercent: 90,
    marketKeptDays: 1095,
    linkKeptDays: 30,
  },
}

/** The margins that limits are proposed by. */
export const deskMargins = ({ pricing }: Pick<Office, 'pricing'>) => ({
  usualE2: pricing.margin.percentE2,
  leastE2: pricing.leastMarginE2,
})

/** The part of an email address that our own mail comes from: `ploverrook.example`. */
export const mailDomainOf = ({ mail }: Pick<Office, 'mail'>): string => mail.split('@')[1] ?? 'localhost'

/** Us as a document names us: frozen into it when it is issued. */
export const brokerOf = ({ name, address, phone, mail, mcNumber, logo }: Office) => ({
  ...{ name, address, phone, mail, mcNumber, logo },
})

/** What each part of the settings is called where a change of it is reported. */
export const officePartWords: Record<keyof Office, string> = {
  name: 'name',
  legalName: 'legal name',
  mcNumber: 'MC number',
  dotNumber: 'DOT number',
  address: 'address',
  phone: 'phone',
  mail: 'email address',
  zone: 'time zone',
  logo: 'logo',
  numbers: 'number series',
  hours: 'office hours',
  pricing: 'margin rules',
  quoteTerms: 'quote terms',
  conditions: 'confirmation terms',
  waiting: 'last-hour guesses',
  access: 'sign-in rules',
  running: 'backups and what is kept',
}
