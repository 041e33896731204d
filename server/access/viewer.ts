import { may, type Permission, permissionWords, type Role } from '#core/access/access'

/** Who is signed in, as every loader and action knows them. */
export interface Viewer {
  id: number
  name: string
  mail: string
  phone: string
  role: Role
}

/**
 * Refuses with 403 and a sentence where the viewer may not. Called at the head of whatever
 * writes: a hidden button protects nothing.
 */
export function requirePermission(viewer: Viewer, permission: Permission): void {
  if (may(viewer.role, permission)) return
  throw new Response(`A ${viewer.role} may not ${permissionWords[permission]}.`, { status: 403 })
}
