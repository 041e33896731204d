import { z } from 'zod'

export const themes = ['system', 'light', 'dark'] as const
export const textSizes = ['small', 'usual', 'large', 'larger'] as const
export const densities = ['close', 'usual', 'roomy'] as const
/** Whose loads and quotes somebody wants to see first. */
export const whoseChoices = ['everybody', 'team', 'mine'] as const
export type Whose = (typeof whoseChoices)[number]

const fields = {
  theme: z.enum(themes),
  textSize: z.enum(textSizes),
  density: z.enum(densities),
  whose: z.enum(whoseChoices),
}

/** How somebody who has chosen nothing sees the product. */
export const usualPreferences: Preferences = {
  theme: 'system',
  textSize: 'usual',
  density: 'usual',
  whose: 'everybody',
}

/** How somebody wants the product to look, on whatever machine they sign in. */
export const preferencesSchema = z.object({
  theme: fields.theme.default('system'),
  textSize: fields.textSize.default('usual'),
  density: fields.density.default('usual'),
  whose: fields.whose.default('everybody'),
})
export type Preferences = z.output<typeof preferencesSchema>

/** Some of them, to be changed; the others stay. */
export const preferenceChangeSchema = z.strictObject(fields).partial()
export type PreferenceChange = z.output<typeof preferenceChangeSchema>

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
export const densityWords: Record<Preferences['density'], string> = { close: 'close', usual: 'usual', roomy: 'roomy' }
export const whoseWords: Record<Whose, string> = { everybody: 'Everybody’s', team: 'My team’s', mine: 'Mine' }

/** The height of the page's text, in pixels: everything else is measured by it. */
export const textSizePx: Record<Preferences['textSize'], number> = { small: 13, usual: 14, large: 16, larger: 18 }

/** The height of a list's row, in pixels. */
export const rowHeightPx: Record<Preferences['density'], number> = { close: 26, usual: 32, roomy: 40 }
