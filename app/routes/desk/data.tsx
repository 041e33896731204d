import { Outlet } from 'react-router'
import { signedInData } from '#server/access/cookie'
import type { Route } from './+types/data'

export const middleware: Route.MiddlewareFunction[] = [signedInData]

/** The desk's data routes share one check of who is signed in; they have no page. */
export default function DeskData() {
  return <Outlet />
}
