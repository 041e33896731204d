import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { start } from './processes'

export interface Surroundings {
  folder: string
  /** The first of nine ports: application, board, mail (SMTP), mailbox (HTTP), our inbound mail, market figures, register of carriers, trading partners, a shipper's site. */
  port: number
  origin: string
  mailbox: string
  board: string
  market: string
  register: string
  partners: string
  site: string
  /** What the demo's trading partners have to know of us, and we of them. */
  wires: { secret: string; partners: string; site: string; application: string }
  application: Record<string, string>
  boardEnvironment: Record<string, string>
  mailEnvironment: Record<string, string>
  marketEnvironment: Record<string, string>
  registerEnvironment: Record<string, string>
  partnersEnvironment: Record<string, string>
  siteEnvironment: Record<string, string>
}

/** Where everything listens and what it shares, for one demo or test world in one folder. */
export function surroundings(folder: string, port: number): Surroundings {
  mkdirSync(folder, { recursive: true })
  const secretFile = join(folder, 'secret')
  if (!existsSync(secretFile)) writeFileSync(secretFile, randomBytes(24).toString('hex'), { mode: 0o600 })
  const secret = readFileSync(secretFile, 'utf8')
  const [board, smtp, mailbox, inbound, market, register, partners, site] = [
    port + 1,
    port + 2,
    port + 3,
    port + 4,
    port + 5,
    port + 6,
    port + 7,
    port + 8,
  ]
  const origin = `http://localhost:${port}`
  return {
    folder,
    port,
    origin,
    mailbox: `http://localhost:${mailbox}`,
    board: `http://127.0.0.1:${board}`,
    market: `http://127.0.0.1:${market}`,
    register: `http://127.0.0.1:${register}`,
    partners: `http://127.0.0.1:${partners}`,
    site: `http://127.0.0.1:${site}`,
    wires: {
      secret,
      partners: `http://127.0.0.1:${partners}`,
      site: `http://127.0.0.1:${site}`,
      application: `http://127.0.0.1:${port}`,
    },
    application: {
      OX_DATA: folder,
      OX_PORT: String(port),
      OX_ORIGIN: origin,
      OX_SECRET: secret,
      OX_BOARD_URL: `http://127.0.0.1:${board}`,
      OX_BOARD_KEY: `${secret}-key`,
      OX_BOARD_SECRET: `${secret}-board`,
      OX_MARKET_URL: `http://127.0.0.1:${market}`,
      OX_REGISTER_URL: `http://127.0.0.1:${register}`,
      OX_SMTP_HOST: '127.0.0.1',
      OX_SMTP_PORT: String(smtp),
      OX_INBOUND_PORT: String(inbound),
      OX_MAILBOX_URL: `http://localhost:${mailbox}`,
    },
    boardEnvironment: {
      BOARD_PORT: String(board),
      BOARD_KEY: `${secret}-key`,
      BOARD_SECRET: `${secret}-board`,
      BOARD_MEMBERS: join(folder, 'board-members.json'),
      BOARD_SMTP_PORT: String(smtp),
    },
    marketEnvironment: { MARKET_PORT: String(market) },
    registerEnvironment: {
      REGISTER_PORT: String(register),
      REGISTER_MEMBERS: join(folder, 'register-members.json'),
      REGISTER_FILE: join(folder, 'register-changes.jsonl'),
    },
    partnersEnvironment: {
      PARTNERS_PORT: String(partners),
      PARTNERS_MEMBERS: join(folder, 'partner-members.json'),
      PARTNERS_FOLDER: join(folder, 'partners'),
      PARTNERS_FILE: join(folder, 'partners-remember.json'),
    },
    siteEnvironment: {
      SITE_PORT: String(site),
      SITE_FREIGHT: join(folder, 'site-freight.json'),
      SITE_FILE: join(folder, 'site-tenders.json'),
    },
    mailEnvironment: {
      MAIL_SMTP_PORT: String(smtp),
      MAIL_HTTP_PORT: String(mailbox),
      MAIL_FILE: join(folder, 'mailbox.jsonl'),
      MAIL_OWN_DOMAIN: 'ploverrook.example',
      MAIL_OWN_PORT: String(inbound),
    },
  }
}

/** Starts the load board’s stand-in. */
export const startBoard = (around: Surroundings, extra: Record<string, string> = {}) =>
  start(
    'board',
    process.execPath,
    ['--import', 'tsx', 'stand-ins/board/main.ts'],
    { ...around.boardEnvironment, ...extra },
    true,
  )
/** Starts the mail server’s stand-in. */
export const startMail = (around: Surroundings, extra: Record<string, string> = {}) =>
  start(
    'mail',
    process.execPath,
    ['--import', 'tsx', 'stand-ins/mail/main.ts'],
    { ...around.mailEnvironment, ...extra },
    true,
  )
/** Starts the publisher of market averages and diesel prices. */
export const startMarket = (around: Surroundings, extra: Record<string, string> = {}) =>
  start(
    'market',
    process.execPath,
    ['--import', 'tsx', 'stand-ins/market/main.ts'],
    { ...around.marketEnvironment, ...extra },
    true,
  )
/** Starts the carrier register’s stand-in. */
export const startRegister = (around: Surroundings, extra: Record<string, string> = {}) =>
  start(
    'register',
    process.execPath,
    ['--import', 'tsx', 'stand-ins/register/main.ts'],
    { ...around.registerEnvironment, ...extra },
    true,
  )
/** Starts the trading partners’ stand-in. */
export const startPartners = (around: Surroundings, extra: Record<string, string> = {}) =>
  start(
    'partners',
    process.execPath,
    ['--import', 'tsx', 'stand-ins/partners/main.ts'],
    { ...around.partnersEnvironment, ...extra },
    true,
  )
/** Starts the shipper’s web site. */
export const startSite = (around: Surroundings, extra: Record<string, string> = {}) =>
  start(
    'site',
    process.execPath,
    ['--import', 'tsx', 'stand-ins/site/main.ts'],
    { ...around.siteEnvironment, ...extra },
    true,
  )
/** Starts the application itself, as built. */
export const startApplication = (around: Surroundings, extra: Record<string, string> = {}) =>
  start('application', process.execPath, ['server.js'], { ...around.application, NODE_ENV: 'production', ...extra })
