import { existsSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { z } from 'zod'

/** A secret that signs or opens something: long, and not one letter many times over. */
const secret = (purpose: string, least: number) =>
  z
    .string({ error: `is missing: it ${purpose}` })
    .min(least, `it ${purpose}: give it at least ${least} characters`)
    .refine((text) => new Set(text).size >= 6, 'too simple: use a random text, as from `openssl rand -hex 24`')

const settingsSchema = z.strictObject({
  /** Where the database, documents and keys lie. */
  OX_DATA: z
    .string()
    .min(1)
    .default(() => join(projectFolder(), '.data')),
  OX_PORT: z.coerce.number().int().min(0).max(65535).default(4100),
  OX_ORIGIN: z.string().url().default('http://localhost:4100'),
  /** Addresses of proxies in front of us, whose word on who calls is believed: `127.0.0.1, 10.0.0.0/8`. */
  OX_TRUSTED_PROXIES: z.string().default(''),
  OX_SECRET: secret('signs cookies and links', 16),
  /** The secret before the present one, so that what it signed and sealed still opens. */
  OX_SECRET_BEFORE: secret('opens what the last secret signed', 16).optional(),
  /** A session ends when nothing was asked under it for so long. */
  OX_SESSION_IDLE_MINUTES: z.coerce.number().int().min(5).max(20_160).default(720),
  /** 'yes' keeps whoever brought a carrier's document from clearing it. */
  OX_SECOND_PERSON_CHECKS: z.enum(['yes', 'no']).default('yes'),
  OX_BOARD_URL: z.string().url().default('http://localhost:4101'),
  OX_BOARD_KEY: secret('signs us in at the board', 8),
  OX_BOARD_SECRET: secret('proves that an answer is the board’s', 16),
  OX_MARKET_URL: z.string().url().default('http://localhost:4105'),
  OX_REGISTER_URL: z.string().url().default('http://localhost:4106'),
  OX_REGISTER_EVERY_MS: z.coerce.number().int().min(200).default(600_000),
  OX_SMTP_PORT: z.coerce.number().int().default(4102),
  OX_SMTP_HOST: z.string().default('localhost'),
  /** 'offered' encrypts where the mail server can, 'required' sends nothing where it cannot. */
  OX_SMTP_TLS: z.enum(['offered', 'required']).default('offered'),
  /** The server that receives our email: only what it writes about a sender is believed (RFC 8601). */
  OX_MAIL_SERVER_NAME: z.string().default('mx.ploverrook.example'),
  OX_INBOUND_PORT: z.coerce.number().int().default(4104),
  OX_MAILBOX_URL: z.string().url().optional(),
  OX_OUTBOX_DELAY_MS: z.coerce.number().int().min(10).default(2000),
  OX_LOG_LEVEL: z.enum(['silent', 'error', 'warn', 'info', 'debug']).default('info'),
})

export type Settings = z.infer<typeof settingsSchema>

/** What is wrong with the settings, in a sentence that a start can end with. */
export class SettingsProblem extends Error {}

const held = globalThis as { oxSettings?: Settings }

/** The process's settings, from its environment; an unusable one stops the start with a sentence. */
export function settings(): Settings {
  held.oxSettings ??= readSettings(process.env)
  return held.oxSettings
}

/** Goes on in another environment: for programs that make one world after the other, each with secrets of its own. */
export function takeEnvironment(environment: Record<string, string>): void {
  Object.assign(process.env, environment)
  held.oxSettings = undefined
}

/** Settings out of an environment. Throws a `SettingsProblem` that names every one that is wrong, missing or unknown. */
export function readSettings(environment: Record<string, string | undefined>): Settings {
  const own = Object.fromEntries(
    Object.entries(environment).filter(
      ([name, value]) => name.startsWith('OX_') && value !== undefined && !readElsewhere.has(name),
    ),
  )
  const parsed = settingsSchema.safeParse(own)
  if (!parsed.success) throw new SettingsProblem(`Settings: ${parsed.error.issues.map(problemOf).join('; ')}.`)
  return parsed.data
}

/** Names of ours that other programs of the project read. */
const readElsewhere = new Set(['OX_ATLAS'])

function problemOf(issue: z.core.$ZodIssue): string {
  if (issue.code !== 'unrecognized_keys') return `${issue.path.join('.')} ${issue.message}`
  return issue.keys.map((key) => `${key} is not a setting${nearest(key)}`).join('; ')
}

/** The setting that a misspelt name probably means: the one with most pairs of neighbouring letters in common. */
function nearest(name: string): string {
  const pairs = (text: string) => new Set(Array.from({ length: text.length - 1 }, (_, at) => text.slice(at, at + 2)))
  const own = pairs(name)
  const [best] = Object.keys(settingsSchema.shape)
    .map((key) => ({
      key,
      alike: [...pairs(key)].filter((pair) => own.has(pair)).length / Math.max(key.length, name.length),
    }))
    .sort((one, other) => other.alike - one.alike)
  return best && best.alike > 0.55 ? ` (is ${best.key} meant?)` : ''
}

/** Whether browsers reach us by TLS: the cookie and the headers follow. */
export const isBehindTls = (): boolean => settings().OX_ORIGIN.startsWith('https:')

/** The folder that the program was started out of, wherever it was started from: the one with its migrations. */
export function projectFolder(): string {
  let folder = dirname(fileURLToPath(import.meta.url))
  while (!existsSync(join(folder, 'drizzle', 'meta')) && dirname(folder) !== folder) folder = dirname(folder)
  return existsSync(join(folder, 'drizzle', 'meta')) ? folder : resolve('.')
}

/** The name under which the brokerage trades, as it is on every document. */
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
  'Prices are for one truckload, dock to dock, with two free hours at each stop.',
  'Extra stops, detention, unloading, layover and tarping not named above are charged as agreed beforehand.',
  'Prices hold for freight tendered and picked up by the day above, subject to a truck being free on the day asked for.',
  'Freight is legal in weight and size, not hazardous, and worth no more than $100,000 a load unless we agree otherwise in writing.',
]
