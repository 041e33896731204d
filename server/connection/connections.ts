import { eq } from 'drizzle-orm'
import {
  type Connection,
  type ConnectionKind,
  type ConnectionOf,
  connectionKinds,
  connectionRefusals,
  connectionWords,
} from '#core/connection/connection'
import { refused } from '#core/decision/refusal'
import { type Db, inTransaction, prepared } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import type { Outcome } from '#server/kernel/run'
import { connection } from '#server/schema'
import { settings } from '#server/settings.server'

type Row = typeof connection.$inferSelect

/** Read often and changed twice a year; prepared once. */
const rowQuery = prepared((db) => db.select().from(connection).prepare())
const rowOf = (db: Db, kind: ConnectionKind): Row | undefined =>
  rowQuery(db)
    .all()
    .find((row) => row.kind === kind)

/** How something is reached: as the office set it, else as the environment says; null where it is not connected. */
export function connectionOf<Kind extends ConnectionKind>(db: Db, kind: Kind): ConnectionOf<Kind> | null {
  const row = rowOf(db, kind)
  if (row) return row.isOn ? (fromRow(row) as ConnectionOf<Kind>) : null
  return fromEnvironment(kind) as ConnectionOf<Kind> | null
}

function fromRow({ kind, address, port, tls, user, secret }: Row): Connection {
  if (kind === 'mail_out') return { kind, host: address, port: port ?? 25, tls: tls ?? 'required', user, secret }
  return kind === 'bureau' ? { kind, url: address, secret } : { kind, url: address }
}

function fromEnvironment(kind: ConnectionKind): Connection | null {
  const own = settings()
  if (kind === 'mail_out')
    return own.OX_SMTP_HOST
      ? { kind, host: own.OX_SMTP_HOST, port: own.OX_SMTP_PORT, tls: own.OX_SMTP_TLS, user: '', secret: '' }
      : null
  if (kind === 'bureau')
    return own.OX_BUREAU_URL ? { kind, url: own.OX_BUREAU_URL, secret: own.OX_BUREAU_KEY ?? '' } : null
  const url = kind === 'register' ? own.OX_REGISTER_URL : own.OX_MARKET_URL
  return url ? { kind, url } : null
}

/** Why nothing can be asked of something that is not connected, in a sentence. */
export const notConnected = (kind: ConnectionKind): string =>
  connectionRefusals.not_connected({ name: connectionWords[kind].name })

/** Sets how something is reached. A secret left empty keeps the one on file. */
export function saveConnection(db: Db, asked: Connection, act: Act): Outcome {
  return inTransaction(db, () => {
    const before = connectionOf(db, asked.kind)
    const whole = keepingSecrets(asked, before)
    const columns = {
      isOn: true,
      address: whole.kind === 'mail_out' ? whole.host : whole.url,
      port: whole.kind === 'mail_out' ? whole.port : null,
      tls: whole.kind === 'mail_out' ? whole.tls : null,
      user: whole.kind === 'mail_out' ? whole.user : '',
      secret: 'secret' in whole ? whole.secret : '',
      changedBy: act.by.name,
      changedAt: act.now,
      testedAt: null,
      testedWell: null,
      testWords: '',
    }
    db.insert(connection)
      .values({ kind: whole.kind, ...columns })
      .onConflictDoUpdate({ target: connection.kind, set: columns })
      .run()
    note(db, `${connectionWords[whole.kind].name} connected to ${columns.address}`, act)
    return { done: true }
  })
}

/** A form that says nothing of a secret means the one on file. */
export function keepingSecrets(asked: Connection, before: Connection | null): Connection {
  if (asked.kind === 'mail_out' && before?.kind === 'mail_out')
    return { ...asked, secret: asked.secret || (asked.user === before.user ? before.secret : '') }
  if (asked.kind === 'bureau' && before?.kind === 'bureau')
    return { ...asked, secret: asked.secret || (asked.url === before.url ? before.secret : '') }
  return asked
}

/** Ends a connection; its secrets are forgotten, and what the environment says does not take its place. */
export function disconnect(db: Db, kind: ConnectionKind, act: Act): Outcome {
  return inTransaction(db, () => {
    if (!connectionOf(db, kind))
      return refused(connectionRefusals, 'not_connected', { name: connectionWords[kind].name })
    const columns = {
      ...{ isOn: false, address: '', port: null, tls: null, user: '', secret: '' },
      ...{ changedBy: act.by.name, changedAt: act.now, testedAt: null, testedWell: null, testWords: '' },
    }
    db.insert(connection)
      .values({ kind, ...columns })
      .onConflictDoUpdate({ target: connection.kind, set: columns })
      .run()
    note(db, `${connectionWords[kind].name} disconnected`, act)
    return { done: true }
  })
}

const note = (db: Db, what: string, act: Act): void =>
  recordEvent(db, 'office', 1, { kind: 'connection_changed', what }, act)

/** Notes what a test came to, where the office set the connection. */
export function noteTest(db: Db, kind: ConnectionKind, result: { ok: boolean; words: string }, now: number): void {
  db.update(connection)
    .set({ testedAt: now, testedWell: result.ok, testWords: result.words.slice(0, 500) })
    .where(eq(connection.kind, kind))
    .run()
}

/** Every connection as its page shows it: where it leads and how it was last tried, never a secret. */
export function readConnections(db: Db) {
  return connectionKinds.map((kind) => {
    const row = rowOf(db, kind)
    const current = connectionOf(db, kind)
    return {
      kind,
      from: row ? ('settings' as const) : ('environment' as const),
      current: current && withoutSecrets(current),
      hasSecret: current !== null && 'secret' in current && current.secret !== '',
      changed: row ? { by: row.changedBy, at: row.changedAt } : null,
      test: row?.testedAt ? { at: row.testedAt, ok: row.testedWell ?? false, words: row.testWords } : null,
    }
  })
}
export type ListedConnection = ReturnType<typeof readConnections>[number]

const withoutSecrets = (current: Connection) =>
  current.kind === 'mail_out'
    ? { address: current.host, port: current.port, tls: current.tls, user: current.user }
    : { address: current.url, port: null, tls: null, user: '' }
