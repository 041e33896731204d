import { formatAmount, readAmount } from '#core/money/money'
import type { Office } from '#core/office/office'

/** The settings as they stand in a form: every number, list and paragraph as the text somebody types. */
export interface TypedOffice {
  name: string
  legalName: string
  mcNumber: string
  dotNumber: string
  address: string
  phone: string
  mail: string
  zone: string
  /** The hash of the logo; empty where there is none. */
  logo: string
  loadPrefix: string
  firstLoad: string
  quotePrefix: string
  firstQuote: string
  confirmationPrefix: string
  invoicePrefix: string
  opens: string
  closes: string
  days: string[]
  holidays: string
  percentE2: string
  floorMinor: string
  capMinor: string
  leastMarginE2: string
  quoteTerms: string
  conditions: string
  rescueOverHighE2: string
  callAnswersE2: string
  idleMinutes: string
  lifeDays: string
  secondFactorFor: string[]
  backupAt: string
  backupsKept: string
  sentKeptDays: string
  rawKeptDays: string
  mailKeptDays: string
  factsTakenFromPercent: string
  marketKeptDays: string
  linkKeptDays: string
}

const percent = (e2: number): string => String(e2 / 100)
const sum = (minor: number | null): string => (minor === null ? '' : formatAmount(minor))

/** Settings as a form begins with them. */
export function typedFrom(office: Office): TypedOffice {
  const { numbers, hours, pricing, waiting, access, running, address, quoteTerms, conditions, ...identity } = office
  return {
    ...identity,
    ...numbers,
    logo: identity.logo ?? '',
    address: address.join('\n'),
    firstLoad: String(numbers.firstLoad),
    firstQuote: String(numbers.firstQuote),
    opens: hours.opens,
    closes: hours.closes,
    days: hours.days.map(String),
    holidays: hours.holidays.map(({ day, name }) => `${day} ${name}`.trim()).join('\n'),
    percentE2: percent(pricing.margin.percentE2),
    floorMinor: sum(pricing.margin.floorMinor),
    capMinor: sum(pricing.margin.capMinor),
    leastMarginE2: percent(pricing.leastMarginE2),
    quoteTerms: quoteTerms.join('\n\n'),
    conditions: conditions.join('\n\n'),
    rescueOverHighE2: percent(waiting.rescueOverHighE2),
    callAnswersE2: percent(waiting.callAnswersE2),
    idleMinutes: String(access.idleMinutes),
    lifeDays: String(access.lifeDays),
    secondFactorFor: access.secondFactorFor,
    backupAt: running.backupAt,
    backupsKept: String(running.backupsKept),
    sentKeptDays: String(running.sentKeptDays),
    rawKeptDays: String(running.rawKeptDays),
    mailKeptDays: String(running.mailKeptDays),
    factsTakenFromPercent: String(running.factsTakenFromPercent),
    marketKeptDays: String(running.marketKeptDays),
    linkKeptDays: String(running.linkKeptDays),
  }
}

const lines = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)

const paragraphs = (text: string): string[] =>
  text
    .split(/\n\s*\n/)
    .map((paragraph) => paragraph.replace(/\s+/g, ' ').trim())
    .filter(Boolean)

/** A figure of a text; what is no figure stays one that the server refuses at its field. */
const figure = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replaceAll(',', '')))
const e2 = (text: string): number => Math.round(figure(text.replace('%', '')) * 100)
const minor = (text: string): number | null => (text.trim() === '' ? null : (readAmount(text) ?? Number.NaN))

/** The settings that a form means. What cannot be read is left for the server to refuse at its field. */
export function officeFrom(typed: TypedOffice): Office {
  const { name, legalName, mcNumber, dotNumber, phone, mail, zone } = typed
  const { loadPrefix, quotePrefix, confirmationPrefix, invoicePrefix, opens, closes, secondFactorFor } = typed
  return {
    ...{ name, legalName, mcNumber, dotNumber, phone, mail, zone },
    logo: typed.logo || null,
    address: lines(typed.address),
    numbers: {
      ...{ loadPrefix, quotePrefix, confirmationPrefix, invoicePrefix },
      firstLoad: figure(typed.firstLoad),
      firstQuote: figure(typed.firstQuote),
    },
    hours: {
      ...{ opens, closes },
      days: typed.days.map(Number).sort(),
      holidays: lines(typed.holidays).map((line) => ({ day: line.slice(0, 10), name: line.slice(10).trim() })),
    },
    pricing: {
      margin: {
        percentE2: e2(typed.percentE2),
        floorMinor: minor(typed.floorMinor),
        capMinor: minor(typed.capMinor),
      },
      leastMarginE2: e2(typed.leastMarginE2),
    },
    quoteTerms: paragraphs(typed.quoteTerms),
    conditions: paragraphs(typed.conditions),
    waiting: { rescueOverHighE2: e2(typed.rescueOverHighE2), callAnswersE2: e2(typed.callAnswersE2) },
    access: { idleMinutes: figure(typed.idleMinutes), lifeDays: figure(typed.lifeDays), secondFactorFor },
    running: {
      backupAt: typed.backupAt,
      backupsKept: figure(typed.backupsKept),
      sentKeptDays: figure(typed.sentKeptDays),
      rawKeptDays: figure(typed.rawKeptDays),
      mailKeptDays: figure(typed.mailKeptDays),
      factsTakenFromPercent: figure(typed.factsTakenFromPercent),
      marketKeptDays: figure(typed.marketKeptDays),
      linkKeptDays: figure(typed.linkKeptDays),
    },
  }
}
