export const roles = ['rep', 'manager', 'viewer'] as const
export type Role = (typeof roles)[number]

export type Permission =
  | 'see_loads'
  | 'edit_loads'
  | 'handle_offers'
  | 'award'
  | 'override_gate'
  | 'exceed_max'
  | 'export'
  | 'correct_rates'
  | 'edit_quotes'
  | 'set_pricing'
  | 'edit_carriers'
  | 'approve_payee'
  | 'set_policy'
  | 'answer_tenders'
  | 'set_partners'

const grants: Record<Role, readonly Permission[]> = {
  viewer: ['see_loads'],
  rep: [
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
  ],
  manager: [
    'see_loads',
    'edit_loads',
    'handle_offers',
    'award',
    'export',
    'correct_rates',
    'edit_quotes',
    'set_pricing',
    'override_gate',
    'exceed_max',
    'edit_carriers',
    'approve_payee',
    'set_policy',
    'answer_tenders',
    'set_partners',
  ],
}

/** Whether a role may do something. The only place where that is written. */
export const may = (role: Role, permission: Permission): boolean => grants[role].includes(permission)

export const permissionWords: Record<Permission, string> = {
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
}
