import { may, type Permission, permissionWords, type Role, roleName } from '#core/access/access'

/** Who is signed in, as every loader and action knows them. */
export interface Viewer {
  id: number
  name: string
  mail: string
  phone: string
  role: Role
  teamId?: number | null
  /** Their role signs in with an authenticator app, and they have none yet: nothing opens but the page that sets it up. */
  owesSecondFactor?: boolean
}

/**
 * Refuses with 403 and a sentence where the viewer may not. Called at the head of whatever
 * writes: a hidden button protects nothing.
 */
export function requirePermission(viewer: Viewer, permission: Permission): void {
  if (may(viewer.role, permission)) return
  throw new Response(`${aRole(viewer.role)} may not ${permissionWords[permission]}.`, { status: 403 })
}

/** `A rep`, `An administrator`. */
function aRole(role: Role): string {
  const name = roleName(role)
  return `${/^[aeiou]/i.test(name) ? 'An' : 'A'} ${name}`
}
