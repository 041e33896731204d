import './styles.css'
import type { CSSProperties, ReactNode } from 'react'
import { isRouteErrorResponse, Links, Meta, Outlet, Scripts, ScrollRestoration, useLocation } from 'react-router'
import { textSizePx, usualPreferences } from '#core/person/preferences'
import { nonceContext, viewerContext } from '#server/access/context'
import { session } from '#server/access/cookie'
import { preferencesOf } from '#server/access/preferences'
import { database } from '#server/db.server'
import type { Route } from './+types/root'
import { Mark } from './ui/mark'
import { usePreferences } from './ui/preferences'

export const middleware: Route.MiddlewareFunction[] = [session]

/** The nonce of this answer’s content policy, and how whoever asks wants pages to look. */
export function loader({ context }: Route.LoaderArgs) {
  const found = context.get(viewerContext)
  return {
    nonce: context.get(nonceContext),
    preferences: found ? preferencesOf(database(), found.id) : usualPreferences,
  }
}

// The dialogs hold the page behind them still with a style sheet of their own, which the page's policy takes only with its nonce: by this name their library asks for it.
if (typeof document !== 'undefined')
  Object.assign(globalThis, { __webpack_nonce__: document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce })

/** The title of pages that have none of their own. */
export const meta: Route.MetaFunction = () => [{ title: 'Oxpecker' }]

/** The document around every page, errors included. */
export function Layout({ children }: { children: ReactNode }) {
  // The browser hides a script's nonce once the page is there: what the server wrote is kept.
  const nonce =
    typeof document === 'undefined'
      ? undefined
      : (document.querySelector('script[nonce]') as HTMLScriptElement | null)?.nonce
  const { theme, textSize } = usePreferences()
  return (
    <html
      lang="en"
      data-theme={theme === 'system' ? undefined : theme}
      style={{ '--text-size': `${textSizePx[textSize]}px` } as CSSProperties}
    >
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <link rel="icon" href="/mark.svg" type="image/svg+xml" />
        <Meta />
        <Links nonce={nonce} />
      </head>
      <body>
        {children}
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  )
}

/** The page that the address leads to. */
export default function App() {
  return <Outlet />
}

/** What went wrong, in words, with a way on. */
export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  // Who follows a carrier's link has no desk to go back to.
  const atTheDesk = !/^\/[bcgp]\//.test(useLocation().pathname)
  const known = isRouteErrorResponse(error)
  const saysWhy = known && typeof error.data === 'string' && error.data !== ''
  const knownWords = saysWhy ? error.data : known && error.statusText
  const words = knownWords || 'Something broke on our side. Nothing you saved is lost; try again.'
  return (
    <main className="mx-auto flex max-w-xl flex-col gap-3 p-10">
      <title>{known ? `${error.status}, Oxpecker` : 'Oxpecker'}</title>
      <Mark className="h-8 w-10" />
      <h1 className="text-xl font-semibold">{known ? error.status : 'Sorry'}</h1>
      <p>{words}</p>
      {atTheDesk && (
        <p>
          <a className="link" href="/">
            Back to the Horizon
          </a>
        </p>
      )}
    </main>
  )
}
