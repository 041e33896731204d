/** What can happen to somebody's account. */
export type PersonEvent =
  /** The brokerage was set up, and this person is its first administrator. */
  | { kind: 'office_set_up' }
  | { kind: 'person_invited'; role: string; to: string }
  | { kind: 'invitation_sent_again'; to: string }
  | { kind: 'password_set'; by: 'invitation' | 'reset' | 'change' }
  | { kind: 'reset_requested' }
  | { kind: 'facts_changed'; changes: { field: string; from: string; to: string }[] }
  | { kind: 'role_changed'; from: string; to: string }
  | { kind: 'team_changed'; from: string; to: string }
  | { kind: 'deactivated'; handedTo: string; loads: number }
  | { kind: 'reactivated' }
  | { kind: 'second_factor_on' }
  | { kind: 'second_factor_off' }
  | { kind: 'sessions_ended'; count: number }
  | { kind: 'signed_in_elsewhere'; device: string }

/** One event of an account as people read it, without who and when. */
export function personLogWords(event: PersonEvent): string {
  switch (event.kind) {
    case 'office_set_up':
      return 'Set up the brokerage'
    case 'person_invited':
      return `Invited as ${event.role}, email to ${event.to}`
    case 'invitation_sent_again':
      return `Invitation sent again to ${event.to}`
    case 'password_set':
      return { invitation: 'Accepted the invitation', reset: 'Set a new password by link', change: 'Password changed' }[
        event.by
      ]
    case 'reset_requested':
      return 'Link for a new password requested'
    case 'facts_changed':
      return event.changes.map(({ field, from, to }) => `${field}: ${from || 'empty'} to ${to || 'empty'}`).join('; ')
    case 'role_changed':
      return `Role changed from ${event.from} to ${event.to}`
    case 'team_changed':
      return `Team changed from ${event.from || 'none'} to ${event.to || 'none'}`
    case 'deactivated':
      return `Deactivated${event.loads > 0 ? `, ${event.loads} open ${event.loads === 1 ? 'load' : 'loads'} to ${event.handedTo}` : ''}`
    case 'reactivated':
      return 'Reactivated'
    case 'second_factor_on':
      return 'Authenticator app turned on'
    case 'second_factor_off':
      return 'Authenticator app turned off'
    case 'sessions_ended':
      return `${event.count} ${event.count === 1 ? 'session' : 'sessions'} ended`
    case 'signed_in_elsewhere':
      return `Signed in from a new device: ${event.device}`
  }
}
