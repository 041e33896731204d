import { createContext } from 'react-router'
import type { Viewer } from './viewer'

/** The request's content-security nonce. */
export const nonceContext = createContext<string>('')

/** Who is signed in; null on pages that need nobody. */
export const viewerContext = createContext<Viewer | null>(null)
