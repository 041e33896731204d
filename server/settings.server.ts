import { z } from 'zod'

const settingsSchema = z.object({
  OX_DATA: z.string().min(1).default('.data'),
  OX_PORT: z.coerce.number().int().min(0).max(65535).default(4100),
  OX_ORIGIN: z.string().url().default('http://localhost:4100'),
  OX_SECRET: z.string().min(16, 'OX_SECRET signs cookies and links: give it at least 16 characters'),
  OX_BOARD_URL: z.string().url().default('http://localhost:4101'),
  OX_BOARD_KEY: z.string().min(1).default('board-key'),
  OX_BOARD_SECRET: z.string().min(8).default('board-reply-secret'),
  OX_MARKET_URL: z.string().url().default('http://localhost:4105'),
  OX_REGISTER_URL: z.string().url().default('http://localhost:4106'),
  OX_REGISTER_EVERY_MS: z.coerce.number().int().min(200).default(600_000),
  OX_SMTP_PORT: z.coerce.number().int().default(4102),
  OX_SMTP_HOST: z.string().default('localhost'),
  OX_INBOUND_PORT: z.coerce.number().int().default(4104),
  OX_MAILBOX_URL: z.string().url().optional(),
  OX_OUTBOX_DELAY_MS: z.coerce.number().int().min(10).default(2000),
  OX_LOG_LEVEL: z.enum(['silent', 'error', 'warn', 'info', 'debug']).default('info'),
})

export type Settings = z.infer<typeof settingsSchema>

const held = globalThis as { oxSettings?: Settings }

/** The process's settings, from its environment; an unusable one stops the start with a sentence. */
export function settings(): Settings {
  held.oxSettings ??= readSettings(process.env)
  return held.oxSettings
}

export function readSettings(environment: Record<string, string | undefined>): Settings {
  const parsed = settingsSchema.safeParse(environment)
  if (!parsed.success) throw new Error(`Settings: ${parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('; ')}`)
  return parsed.data
}

/** The name under which the brokerage trades, as it stands on every paper. */
export const brokerage = {
  name: 'Plover & Rook Freight',
  address: ['418 Lavabed Way, Suite 2', 'Pocatello, ID 83201'],
  phone: '208-555-0100',
  mail: 'desk@ploverrook.example',
  mailDomain: 'ploverrook.example',
  mcNumber: '0911842',
  zone: 'America/Boise',
}

/** What a carrier agrees to by accepting; printed on every rate confirmation. */
export const conditions = [
  'The carrier moves this load under its own authority, in its own equipment; it may not be brokered or handed to another carrier.',
  'Insurance on file must be in force from the first pickup through the last delivery.',
  'Detention is paid after two free hours at a stop, from the time of the appointment, when told to us while the truck is waiting.',
  'Unloading charges are paid against the receipt. Extra charges not on this confirmation need our consent beforehand.',
  'The signed proof of delivery and the carrier’s invoice are due within five days. We pay within thirty days of both.',
]

/** What holds for every price we give; printed on every quote. */
export const quoteTerms = [
  'Prices are in US dollars for one truckload, dock to dock, with two free hours at each stop.',
  'Extra stops, detention, unloading, layover and tarping not named above are charged as agreed beforehand.',
  'Prices hold for freight tendered and picked up by the day above, subject to a truck being free on the day asked for.',
  'Freight is legal in weight and size, not hazardous, and worth no more than $100,000 a load unless we agree otherwise in writing.',
]
