import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
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
  /** Where nothing is given, a random one is made at the first start and kept in the data folder, beside the database. */
  OX_SECRET: secret('signs cookies and links', 16).optional(),
  /** The secret before the present one, so that what it signed and sealed still opens. */
  OX_SECRET_BEFORE: secret('opens what the last secret signed', 16).optional(),
  /** 'yes' keeps whoever brought a carrier's document from clearing it. */
  OX_SECOND_PERSON_CHECKS: z.enum(['yes', 'no']).default('yes'),
  /** How often what each load board shows is held against what it should show. */
  OX_BOARD_CHECK_MS: z.coerce.number().int().min(200).default(180_000),
  /** How often each load board is read for what is new on it. */
  OX_BOARD_READ_MS: z.coerce.number().int().min(200).default(15_000),
  OX_MARKET_URL: z.string().url().optional(),
  OX_REGISTER_URL: z.string().url().optional(),
  OX_BUREAU_URL: z.string().url().optional(),
  OX_BUREAU_KEY: z.string().optional(),
  OX_REGISTER_EVERY_MS: z.coerce.number().int().min(200).default(600_000),
  OX_SMTP_PORT: z.coerce.number().int().default(587),
  /** What is set under Connections goes before these; what is set in neither is not connected. */
  OX_SMTP_HOST: z.string().optional(),
  /** 'offered' encrypts where the mail server can, 'required' sends nothing where it cannot. */
  OX_SMTP_TLS: z.enum(['offered', 'required']).default('offered'),
  /** The server that receives our email: only what it writes about a sender is believed (RFC 8601). */
  OX_MAIL_SERVER_NAME: z.string().default('mx.ploverrook.example'),
  OX_INBOUND_PORT: z.coerce.number().int().default(4104),
  OX_MAILBOX_URL: z.string().url().optional(),
  OX_OUTBOX_DELAY_MS: z.coerce.number().int().min(10).default(2000),
  /** Whoever brings this key as a bearer token reads `/metrics`; without it there are none. */
  OX_METRICS_KEY: secret('opens the metrics', 16).optional(),
  OX_LOG_LEVEL: z.enum(['silent', 'error', 'warn', 'info', 'debug']).default('info'),
})

type GivenSettings = z.infer<typeof settingsSchema>
export type Settings = GivenSettings & { OX_SECRET: string }

/** What is wrong with the settings, in a sentence that a start can end with. */
export class SettingsProblem extends Error {}

const held = globalThis as { oxSettings?: Settings }

/** The process's settings, from its environment; an unusable one stops the start with a sentence. */
export function settings(): Settings {
  if (!held.oxSettings) {
    const given = readSettings(process.env)
    held.oxSettings = { ...given, OX_SECRET: given.OX_SECRET ?? keptSecret(given.OX_DATA) }
  }
  return held.oxSettings
}

/** The secret of an installation that was given none: made once, readable by its account alone. */
function keptSecret(folder: string): string {
  const file = join(folder, 'secret')
  if (!existsSync(file)) {
    mkdirSync(folder, { recursive: true, mode: 0o700 })
    writeFileSync(file, randomBytes(24).toString('hex'), { mode: 0o600, flag: 'wx' })
  }
  return readFileSync(file, 'utf8').trim()
}

/** Goes on in another environment: for programs that make one world after the other, each with secrets of its own. */
export function takeEnvironment(environment: Record<string, string>): void {
  Object.assign(process.env, environment)
  held.oxSettings = undefined
}

/** Settings out of an environment. Throws a `SettingsProblem` that names every one that is wrong, missing or unknown. */
export function readSettings(environment: Record<string, string | undefined>): GivenSettings {
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
