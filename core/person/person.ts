import { z } from 'zod'
import { readyRoles } from '../access/access'

/** What a link by email lets somebody do: take up an invitation, or set a forgotten password anew. */
export const passwordLinkKinds = ['invitation', 'reset'] as const
export type PasswordLinkKind = (typeof passwordLinkKinds)[number]

/** How long such a link opens. */
export const passwordLinkHours: Record<PasswordLinkKind, number> = { invitation: 7 * 24, reset: 1 }

/** Who somebody is, as a form gives it. Names are how the log and the screens tell people apart. */
export const personFactsSchema = z.object({
  name: z.string().trim().min(2, 'Give the name').max(80, 'At most 80 characters'),
  mail: z.string().trim().toLowerCase().pipe(z.email('Give an email address like ana@broker.example').max(120)),
  phone: z.string().trim().max(30, 'At most 30 characters').default(''),
})
export type PersonFacts = z.output<typeof personFactsSchema>

/** A role as a form names it: ready-made, or `own:3`, one of the brokerage's. */
export const roleChoiceSchema = z.union([
  z.enum(readyRoles).transform((ready) => ({ ready, ownRoleId: null as number | null })),
  z
    .string()
    .regex(/^own:\d{1,9}$/, 'Choose a role')
    .transform((text) => ({ ready: null, ownRoleId: Number(text.slice(4)) })),
])
export type RoleChoice = z.output<typeof roleChoiceSchema>

/** Whether somebody works here now: who was only invited has not signed in yet. */
export const personStates = ['invited', 'active', 'deactivated'] as const
export type PersonState = (typeof personStates)[number]

/** The state of an account by what is kept of it. */
export function stateOf(row: { passwordHash: string; deactivatedAt: number | null }): PersonState {
  if (row.deactivatedAt !== null) return 'deactivated'
  return row.passwordHash === '' ? 'invited' : 'active'
}
