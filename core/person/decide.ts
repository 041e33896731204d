import type { Refusal } from '../decision/refusal'
import type { PersonEvent } from './events'
import type { PersonFacts, PersonState } from './person'

/** What a decision about an account looks at. */
export interface PersonKnown extends PersonFacts {
  id: number
  state: PersonState
  role: string
  team: string
  isAdministrator: boolean
  /** Active administrators besides this one. */
  otherAdministrators: number
  hasSecondFactor: boolean
}

export type PersonCommand =
  | { kind: 'change_facts'; facts: PersonFacts; taken: 'mail' | 'name' | null }
  | { kind: 'set_role'; role: { name: string; isAdministrator: boolean } | null }
  | { kind: 'set_team'; team: string }
  | { kind: 'invite_again' }
  /** `heir`: who takes the open loads; null where nobody was chosen or they cannot. */
  | { kind: 'deactivate'; openLoads: number; heir: { name: string } | null }
  | { kind: 'reactivate' }
  | { kind: 'set_password'; by: 'invitation' | 'reset' | 'change' }
  | { kind: 'request_reset' }
  | { kind: 'turn_on_second_factor'; isCodeRight: boolean }
  | { kind: 'turn_off_second_factor' }
  | { kind: 'end_sessions'; count: number }

/** Every way a command on an account can be refused, with its sentence. */
export const personRefusals = {
  no_such_person: () => 'There is no such person.',
  no_such_role: () => 'That role is gone. Choose another.',
  mail_taken: () => 'Somebody with this email address has an account already.',
  name_taken: () => 'Somebody has this name already: the log could not tell you apart. Add an initial.',
  last_administrator: () => 'This is the only administrator: make somebody else one first.',
  not_yourself: () => 'You cannot deactivate yourself: another administrator can.',
  no_heir: ({ loads }: { loads: number }) =>
    `Choose who takes over ${loads === 1 ? 'the open load' : `the ${loads} open loads`}.`,
  not_invited: () => 'They have accepted already: send a link for a new password instead.',
  already_deactivated: () => 'They are deactivated already.',
  not_deactivated: () => 'They are not deactivated.',
  no_account: () => 'This account is deactivated: an administrator can bring it back.',
  wrong_code: () => 'That code is not right. Codes change every 30 seconds: type the one shown now.',
  no_second_factor: () => 'No authenticator app is set up.',
  wrong_password: () => 'Your present password is not right.',
  weak_password: ({ problem }: { problem: string }) => problem,
  link_used: () => 'This link was used already. Sign in, or ask for a new one.',
}
export type PersonRefusalCode = keyof typeof personRefusals

type Decision = { events: PersonEvent[] } | { refusal: Refusal<PersonRefusalCode> }

const refuse = (code: PersonRefusalCode, facts: Record<string, unknown> = {}): Decision => ({
  refusal: { code, facts },
})
const one = (event: PersonEvent): Decision => ({ events: [event] })

/** What a command on an account does. `byId` is who asks. */
export function decidePerson(now: PersonKnown, command: PersonCommand, byId: number | null): Decision {
  switch (command.kind) {
    case 'change_facts':
      return decideFacts(now, command)
    case 'set_role':
      return decideRole(now, command)
    case 'set_team':
      return command.team === now.team
        ? { events: [] }
        : one({ kind: 'team_changed', from: now.team, to: command.team })
    case 'invite_again':
      return now.state === 'invited' ? one({ kind: 'invitation_sent_again', to: now.mail }) : refuse('not_invited')
    case 'deactivate':
      return decideDeactivation(now, command, byId)
    case 'reactivate':
      return now.state === 'deactivated' ? one({ kind: 'reactivated' }) : refuse('not_deactivated')
    case 'set_password':
      return now.state === 'deactivated' ? refuse('no_account') : one({ kind: 'password_set', by: command.by })
    case 'request_reset':
      return now.state === 'active' ? one({ kind: 'reset_requested' }) : refuse('no_account')
    case 'turn_on_second_factor':
      return command.isCodeRight ? one({ kind: 'second_factor_on' }) : refuse('wrong_code')
    case 'turn_off_second_factor':
      return now.hasSecondFactor ? one({ kind: 'second_factor_off' }) : refuse('no_second_factor')
    case 'end_sessions':
      return command.count > 0 ? one({ kind: 'sessions_ended', count: command.count }) : { events: [] }
  }
}

function decideFacts(now: PersonKnown, { facts, taken }: PersonCommand & { kind: 'change_facts' }): Decision {
  if (taken) return refuse(taken === 'mail' ? 'mail_taken' : 'name_taken')
  const changes = (['name', 'mail', 'phone'] as const)
    .filter((field) => facts[field] !== now[field])
    .map((field) => ({ field: factWords[field], from: now[field], to: facts[field] }))
  return changes.length > 0 ? one({ kind: 'facts_changed', changes }) : { events: [] }
}

const factWords = { name: 'name', mail: 'email address', phone: 'phone' }

function decideRole(now: PersonKnown, { role }: PersonCommand & { kind: 'set_role' }): Decision {
  if (!role) return refuse('no_such_role')
  if (role.name === now.role) return { events: [] }
  if (now.isAdministrator && !role.isAdministrator && now.otherAdministrators === 0) return refuse('last_administrator')
  return one({ kind: 'role_changed', from: now.role, to: role.name })
}

function decideDeactivation(
  now: PersonKnown,
  { openLoads, heir }: PersonCommand & { kind: 'deactivate' },
  byId: number | null,
): Decision {
  if (now.state === 'deactivated') return refuse('already_deactivated')
  if (byId === now.id) return refuse('not_yourself')
  if (now.isAdministrator && now.otherAdministrators === 0) return refuse('last_administrator')
  if (openLoads > 0 && !heir) return refuse('no_heir', { loads: openLoads })
  return one({ kind: 'deactivated', handedTo: heir?.name ?? '', loads: openLoads })
}
