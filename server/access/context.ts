import { createContext } from 'react-router'
import type { Viewer } from './viewer'

/** The request's content-security nonce. */
export const nonceContext = createContext<string>('')

/** The caller's address as the connection tells it: what guesses are counted by. */
export const callerContext = createContext<string>('unknown')

/** The session's hash: what its live streams are known by; null on pages that need nobody. */
export const sessionContext = createContext<string | null>(null)

/** Who is signed in; null on pages that need nobody. */
export const viewerContext = createContext<Viewer | null>(null)
