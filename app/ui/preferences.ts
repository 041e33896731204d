import { useRouteLoaderData } from 'react-router'
import { type Preferences, usualPreferences } from '#core/person/preferences'

/** How whoever looks at the page wants it to look; the usual where nobody is signed in. */
export const usePreferences = (): Preferences =>
  useRouteLoaderData<{ preferences: Preferences }>('root')?.preferences ?? usualPreferences
