import { redirect } from 'react-router'
import { sessionCookie, sessionToken } from '#server/access/cookie'
import { signOut } from '#server/access/sign-in'
import { database } from '#server/db.server'
import type { Route } from './+types/sign-out'

export const loader = () => redirect('/')

/** Ends the session on the server too: a copied cookie opens nothing afterwards. */
export async function action({ request }: Route.ActionArgs) {
  const token = await sessionToken(request)
  if (token) signOut(database(), token)
  return redirect('/sign-in', { headers: { 'set-cookie': await sessionCookie().serialize('', { maxAge: 0 }) } })
}
