import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { start } from './processes'

export interface Surroundings {
  folder: string
  /** The first of eleven ports: application, board, mail (SMTP), mailbox (HTTP), our inbound mail, market figures, register of carriers, trading partners, a shipper's site, two more boards. */
  port: number
  origin: string
  mailbox: string
  /** The load boards, by the names that their adapters have. */
  boards: { Saltlick: string; Waterhole: string; Windpump: string }
  market: string
  register: string
  partners: string
  site: string
  bureau: string
  /** What the demo's trading partners have to know of us, and we of them. */
  wires: { secret: string; partners: string; site: string; application: string; boards: Surroundings['boards'] }
  application: Record<string, string>
  saltlickEnvironment: Record<string, string>
  waterholeEnvironment: Record<string, string>
  windpumpEnvironment: Record<string, string>
  mailEnvironment: Record<string, string>
  marketEnvironment: Record<string, string>
  registerEnvironment: Record<string, string>
  partnersEnvironment: Record<string, string>
  siteEnvironment: Record<string, string>
  bureauEnvironment: Record<string, string>
}

/** A secret of this world's own, made once and kept in its folder. */
function secretOf(folder: string): string {
  const file = join(folder, 'secret')
  if (!existsSync(file)) writeFileSync(file, randomBytes(24).toString('hex'), { mode: 0o600 })
  return readFileSync(file, 'utf8')
}

/** What each stand-in listens on, knows and remembers, as its environment. */
function standInEnvironments(folder: string, port: number, secret: string) {
  const file = (name: string) => join(folder, name)
  const at = (offset: number) => String(port + offset)
  return {
    saltlickEnvironment: {
      SALTLICK_PORT: at(1),
      SALTLICK_KEY: `${secret}-key`,
      SALTLICK_SECRET: `${secret}-board`,
      SALTLICK_MEMBERS: file('board-members.json'),
      SALTLICK_SMTP_PORT: at(2),
    },
    waterholeEnvironment: {
      WATERHOLE_PORT: at(9),
      WATERHOLE_MEMBER: 'ploverrook',
      WATERHOLE_WORD: `${secret}-word`,
      WATERHOLE_MEMBERS: file('board-members.json'),
      WATERHOLE_SMTP_PORT: at(2),
    },
    windpumpEnvironment: {
      WINDPUMP_PORT: at(10),
      WINDPUMP_USER: 'ploverrook',
      WINDPUMP_PASSWORD: `${secret}-password`,
      WINDPUMP_MEMBERS: file('board-members.json'),
      WINDPUMP_SMTP_PORT: at(2),
    },
    mailEnvironment: {
      MAIL_SMTP_PORT: at(2),
      MAIL_HTTP_PORT: at(3),
      MAIL_FILE: file('mailbox.jsonl'),
      MAIL_OWN_DOMAIN: 'ploverrook.example',
      MAIL_OWN_PORT: at(4),
    },
    marketEnvironment: { MARKET_PORT: at(5) },
    registerEnvironment: {
      REGISTER_PORT: at(6),
      REGISTER_MEMBERS: file('register-members.json'),
      REGISTER_FILE: file('register-changes.jsonl'),
    },
    partnersEnvironment: {
      PARTNERS_PORT: at(7),
      PARTNERS_MEMBERS: file('partner-members.json'),
      PARTNERS_FOLDER: file('partners'),
      PARTNERS_FILE: file('partners-remember.json'),
    },
    siteEnvironment: {
      SITE_PORT: at(8),
      SITE_FREIGHT: file('site-freight.json'),
      SITE_FILE: file('site-tenders.json'),
    },
    bureauEnvironment: { BUREAU_PORT: at(11), BUREAU_KEY: `${secret}-bureau` },
  }
}

/** Where everything listens and what it shares, for one demo or test world in one folder. */
export function surroundings(folder: string, port: number): Surroundings {
  mkdirSync(folder, { recursive: true })
  const secret = secretOf(folder)
  const local = (offset: number) => `http://127.0.0.1:${port + offset}`
  const [origin, mailbox] = [`http://localhost:${port}`, `http://localhost:${port + 3}`]
  const [market, register, partners, site, bureau] = [local(5), local(6), local(7), local(8), local(11)]
  const boards = { Saltlick: local(1), Waterhole: local(9), Windpump: local(10) }
  return {
    folder,
    port,
    origin,
    mailbox,
    boards,
    market,
    register,
    partners,
    site,
    bureau,
    wires: { secret, partners, site, application: local(0), boards },
    application: {
      OX_DATA: folder,
      OX_PORT: String(port),
      OX_ORIGIN: origin,
      OX_SECRET: secret,
      OX_MARKET_URL: market,
      OX_REGISTER_URL: register,
      OX_BUREAU_URL: bureau,
      OX_BUREAU_KEY: `${secret}-bureau`,
      OX_SMTP_HOST: '127.0.0.1',
      OX_SMTP_PORT: String(port + 2),
      OX_INBOUND_PORT: String(port + 4),
      OX_MAILBOX_URL: mailbox,
    },
    ...standInEnvironments(folder, port, secret),
  }
}

/** How a stand-in is started in a world: by its folder under `stand-ins/`, with more environment where a test wants it. */
const starter =
  (name: string, environment: (around: Surroundings) => Record<string, string>) =>
  (around: Surroundings, extra: Record<string, string> = {}) =>
    start(
      name,
      process.execPath,
      ['--import', 'tsx', `stand-ins/${name}/main.ts`],
      { ...environment(around), ...extra },
      true,
    )

/** Starts the load board Saltlick. */
export const startSaltlick = starter('saltlick', ({ saltlickEnvironment }) => saltlickEnvironment)
/** Starts the load board Waterhole. */
export const startWaterhole = starter('waterhole', ({ waterholeEnvironment }) => waterholeEnvironment)
/** Starts the load board Windpump. */
export const startWindpump = starter('windpump', ({ windpumpEnvironment }) => windpumpEnvironment)
/** Starts the mail server’s stand-in. */
export const startMail = starter('mail', ({ mailEnvironment }) => mailEnvironment)
/** Starts the publisher of market averages and diesel prices. */
export const startMarket = starter('market', ({ marketEnvironment }) => marketEnvironment)
/** Starts the carrier register’s stand-in. */
export const startRegister = starter('register', ({ registerEnvironment }) => registerEnvironment)
/** Starts the trading partners’ stand-in. */
export const startPartners = starter('partners', ({ partnersEnvironment }) => partnersEnvironment)
/** Starts the shipper’s web site. */
export const startSite = starter('site', ({ siteEnvironment }) => siteEnvironment)
/** Starts the credit bureau. */
export const startBureau = starter('bureau', ({ bureauEnvironment }) => bureauEnvironment)
/** Starts the application itself, as built. */
export const startApplication = (around: Surroundings, extra: Record<string, string> = {}) =>
  start('application', process.execPath, ['server.js'], { ...around.application, NODE_ENV: 'production', ...extra })
