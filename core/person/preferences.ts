import { z } from 'zod'

export const themes = ['system', 'light', 'dark'] as const
export const textSizes = ['small', 'usual', 'large', 'larger'] as const

/** How somebody wants the product to look, on whatever machine they sign in. */
export const preferencesSchema = z.object({
  theme: z.enum(themes).default('system'),
  textSize: z.enum(textSizes).default('usual'),
})
export type Preferences = z.output<typeof preferencesSchema>

export const usualPreferences: Preferences = { theme: 'system', textSize: 'usual' }

export const themeWords: Record<Preferences['theme'], string> = {
  system: 'as the system has it',
  light: 'light',
  dark: 'dark',
}
export const textSizeWords: Record<Preferences['textSize'], string> = {
  small: 'small',
  usual: 'usual',
  large: 'large',
  larger: 'larger',
}

/** The height of the page's text, in pixels: everything else is measured by it. */
export const textSizePx: Record<Preferences['textSize'], number> = { small: 13, usual: 14, large: 16, larger: 18 }
