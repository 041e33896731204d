/** The roles that every brokerage has; it can make its own beside them. */
export const readyRoles = ['administrator', 'manager', 'rep', 'accounting', 'viewer'] as const
export type ReadyRole = (typeof readyRoles)[number]

/** A role that a brokerage made: what it may is its list; where the policy names ready-made roles it counts as `like`. */
export interface OwnRole {
  name: string
  like: ReadyRole
  permissions: readonly Permission[]
}
export type Role = ReadyRole | OwnRole

/** Everything that somebody may or may not do, with its words: `A viewer may not WORDS.` */
export const permissionWords = {
  see_loads: 'see loads',
  edit_loads: 'make or change loads',
  handle_offers: 'handle offers',
  award: 'award loads',
  override_gate: 'override vetting',
  exceed_max: 'pay above max or at a loss',
  export: 'export',
  correct_rates: 'correct past prices',
  edit_quotes: 'make or change quotes',
  set_pricing: 'change how customers are priced',
  edit_carriers: 'add or change carriers',
  approve_payee: 'approve payees',
  set_policy: 'change the vetting policy',
  answer_tenders: 'answer tenders',
  set_partners: 'change trading partners and their rules',
  see_health: 'see how the system is doing',
  set_office: 'change the office’s settings',
  manage_people: 'invite people and change what they may do',
} as const
export type Permission = keyof typeof permissionWords
export const permissions = Object.keys(permissionWords) as Permission[]

const ofReps: readonly Permission[] = [
  'see_loads',
  'edit_loads',
  'handle_offers',
  'award',
  'export',
  'correct_rates',
  'edit_quotes',
  'edit_carriers',
  'approve_payee',
  'answer_tenders',
]

const ofManagers: readonly Permission[] = [
  ...ofReps,
  'set_pricing',
  'override_gate',
  'exceed_max',
  'set_policy',
  'set_partners',
  'see_health',
]

const grants: Record<ReadyRole, readonly Permission[]> = {
  viewer: ['see_loads'],
  accounting: ['see_loads', 'export', 'approve_payee'],
  rep: ofReps,
  manager: ofManagers,
  administrator: permissions,
}

/** Everything a role may do. */
export const permissionsOf = (role: Role): readonly Permission[] =>
  typeof role === 'string' ? grants[role] : role.permissions

/** Whether a role may do something. The only place where that is decided. */
export const may = (role: Role, permission: Permission): boolean => permissionsOf(role).includes(permission)

/** The roles that the vetting policy and a bar on a carrier name. */
export const deskRoles = ['rep', 'manager', 'viewer'] as const
export type DeskRole = (typeof deskRoles)[number]

/** The desk role that a role counts as where the policy names one: who may override a rule, who may lift a bar. */
export function deskRoleOf(role: Role): DeskRole {
  const ready = typeof role === 'string' ? role : role.like
  if (ready === 'administrator') return 'manager'
  return ready === 'accounting' ? 'viewer' : ready
}

/** What a role is called. */
export const roleName = (role: Role): string => (typeof role === 'string' ? role : role.name)

/** What each ready-made role is for, in a sentence of the form that gives it. */
export const readyRoleWords: Record<ReadyRole, string> = {
  administrator: 'everything, people and settings included',
  manager: 'everything on the desk, with policy, pricing and partners',
  rep: 'loads, offers, quotes, carriers, tenders',
  accounting: 'reads loads, exports them, approves payees',
  viewer: 'reads loads',
}
