import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { type Permission, permissions, readyRoles } from '#core/access/access'
import { passwordLinkKinds } from '#core/person/person'
import { type Preferences, preferencesSchema } from '#core/person/preferences'
import { enumChecks, flag, id, instant, json, sealedText } from './columns'

/** A role that the brokerage made, beside the ready-made ones. */
export const ownRole = sqliteTable(
  'own_role',
  {
    id: id(),
    name: text('name').notNull(),
    /** The ready-made role it counts as where the policy names one. */
    like: text('like', { enum: readyRoles }).notNull(),
    permissions: json('permissions', z.array(z.enum(permissions as [Permission, ...Permission[]]))).notNull(),
  },
  (table) => [uniqueIndex('own_role_name').on(table.name), ...enumChecks(table)],
)

/** People who work on each other's loads. */
export const team = sqliteTable('team', { id: id(), name: text('name').notNull() }, (table) => [
  uniqueIndex('team_name').on(table.name),
])

/** What the column begins with; what is not in it is filled in as it is read. */
const firstPreferences = { theme: 'system', textSize: 'usual' } as Preferences

/** Everybody with an account: who works here, was invited, or worked here once. */
export const user = sqliteTable(
  'user',
  {
    id: id(),
    mail: text('mail').notNull(),
    name: text('name').notNull(),
    phone: text('phone').notNull().default(''),
    role: text('role', { enum: readyRoles }).notNull(),
    /** A role of the brokerage's own, in place of the ready-made one. */
    ownRoleId: integer('own_role_id').references(() => ownRole.id),
    teamId: integer('team_id').references(() => team.id),
    /** Empty until an invitation is accepted: nobody can sign in by it. */
    passwordHash: text('password_hash').notNull(),
    invitedAt: instant('invited_at'),
    deactivatedAt: instant('deactivated_at'),
    /** The secret of their authenticator app, once they have shown a code of it. */
    totpSecret: sealedText('totp_secret').notNull().default(''),
    /** The newest time step whose code was used: a code works once. */
    totpStep: integer('totp_step').notNull().default(0),
    /** How they want the product to look. */
    preferences: json('preferences', preferencesSchema).notNull().default(firstPreferences),
    /** The newest event that they have seen in their list of what happened. */
    seenEventId: integer('seen_event_id').notNull().default(0),
  },
  (table) => [
    uniqueIndex('user_mail').on(table.mail),
    uniqueIndex('user_name').on(table.name),
    index('user_team').on(table.teamId),
    ...enumChecks(table),
  ],
)

export const session = sqliteTable(
  'session',
  {
    /** SHA-256 of the token in the cookie: a stolen database opens no session. */
    tokenHash: text('token_hash').primaryKey(),
    userId: integer('user_id')
      .notNull()
      .references(() => user.id),
    expiresAt: instant('expires_at').notNull(),
    /** When something was last asked under it, to the minute. */
    seenAt: instant('seen_at').notNull().default(0),
    startedAt: instant('started_at').notNull().default(0),
    /** The browser and system it was opened from, in words. */
    device: text('device').notNull().default(''),
    /** The address it was opened from. */
    caller: text('caller').notNull().default(''),
    /** The password was right, the code of the authenticator app is still to come: nothing opens before. */
    awaitsCode: flag('awaits_code'),
  },
  (table) => [index('session_expires').on(table.expiresAt), index('session_user').on(table.userId)],
)

/** Wrong tries to sign in, by who and from where; kept here so that a restart forgets none. */
export const guess = sqliteTable(
  'guess',
  {
    key: text('key').primaryKey(),
    tries: integer('tries').notNull(),
    lastAt: instant('last_at').notNull(),
    /** Before then nothing is looked at. */
    nextAt: instant('next_at').notNull(),
  },
  (table) => [index('guess_last').on(table.lastAt)],
)

/** A link by email that lets somebody set a password: of an invitation, or because theirs is forgotten. It works once. */
export const passwordLink = sqliteTable(
  'password_link',
  {
    id: id(),
    userId: integer('user_id')
      .notNull()
      .references(() => user.id),
    kind: text('kind', { enum: passwordLinkKinds }).notNull(),
    expiresAt: instant('expires_at').notNull(),
    usedAt: instant('used_at'),
  },
  (table) => [index('password_link_user').on(table.userId), ...enumChecks(table)],
)

/** What signs somebody in without their phone, each once; only hashes are kept. */
export const recoveryCode = sqliteTable(
  'recovery_code',
  {
    hash: text('hash').primaryKey(),
    userId: integer('user_id')
      .notNull()
      .references(() => user.id),
    usedAt: instant('used_at'),
  },
  (table) => [index('recovery_code_user').on(table.userId)],
)
