import { type Equipment, equipmentKinds } from '../load/load'
import { numberOf, type Token, touches } from './lexer'

/** What trailers are called in mails, in English and Spanish; each word may also stand in the plural. */
const names: Record<Equipment, readonly string[]> = {
  van: [
    'van',
    'dry van',
    'dryvan',
    'dv',
    'caja seca',
    'cajas seca',
    'seca',
    'dry box',
    'dry freight van',
    'vn',
    'dryvans',
    'van trailer',
  ],
  reefer: [
    'reefer',
    'refer',
    'reffer',
    'rf',
    'refrigerated',
    'refrigerado',
    'reef',
    'cold box',
    'freezer van',
    'refrigerada',
    'refrigerated van',
    'temp control',
    'temp controlled',
    'caja refrigerada',
    'reefer van',
    'thermo',
  ],
  flatbed: ['flatbed', 'flat bed', 'flat', 'fb', 'plataforma', 'flatdeck', 'skateboard', 'flat deck', 'fbed', 'flt'],
  step_deck: ['step deck', 'stepdeck', 'step', 'sd', 'drop deck', 'dropdeck', 'stepper'],
  box_truck: ['box truck', 'straight truck', 'boxtruck', 'bobtail box', 'straight box'],
  sprinter: ['sprinter', 'sprinter van', 'cargo van', 'cargovan'],
  hotshot: ['hotshot', 'hot shot', 'gooseneck', 'hot shot trailer', 'hotshot trailer'],
  power_only: ['power only', 'bobtail', 'tractor only', 'poweronly', 'po', 'power unit', 'power only unit'],
  conestoga: ['conestoga', 'connestoga', 'curtain side', 'curtainside', 'curtain van', 'stoga'],
  lowboy: ['lowboy', 'low boy', 'lowbed', 'low bed', 'double drop', 'rgn', 'removable gooseneck'],
  tanker: ['tanker', 'tank', 'tank truck', 'pipa'],
  hopper: ['hopper', 'hopper bottom', 'grain trailer', 'tolva', 'grain hopper'],
  container: ['container', 'chassis', 'contenedor', 'drayage', 'intermodal'],
}

const byName = new Map<string, Equipment>()
for (const kind of equipmentKinds)
  for (const name of names[kind]) {
    byName.set(name, kind)
    if (!/s$/.test(name)) byName.set(`${name}s`, kind)
  }
const longestName = 3

/** Lengths that trailers have, in feet. */
export const lengthsFt = new Set([20, 22, 24, 26, 28, 30, 32, 36, 40, 42, 43, 45, 48, 50, 53, 57])

/** The words of a trailer at a token. */
export function nameAt(tokens: readonly Token[], at: number): { equipment: Equipment; next: number } | null {
  for (let count = longestName; count > 0; count--) {
    let words = ''
    let next = at
    for (let taken = 0; taken < count && next < tokens.length; taken++) {
      // `flat-bed`, `dry/van` are two words.
      if (taken > 0 && tokens[next]!.text === '-' && touches(tokens[next - 1], tokens[next])) next++
      const token = tokens[next]
      if (token?.kind !== 'word') break
      words = words === '' ? token.text : `${words} ${token.text}`
      next++
    }
    const equipment = byName.get(words)
    if (equipment && words.split(' ').length === count) return { equipment, next }
  }
  return null
}

/** A length and its sign, if any: `53`, `53'`, `48 ft`. */
export function lengthAt(
  tokens: readonly Token[],
  at: number,
): { feet: number; next: number; isSigned: boolean } | null {
  const feet = numberOf(tokens[at])
  if (!(feet >= 8 && feet <= 60) || !Number.isInteger(feet)) return null
  const sign = tokens[at + 1]
  // `53 feet`, `53'`, `53 '' `
  if (sign && /^(?:ft|foot|feet|footer|pies)$/.test(sign.text)) {
    const dot = tokens[at + 2]?.text === '.' && touches(sign, tokens[at + 2]) ? 1 : 0
    return { feet, next: at + 2 + dot, isSigned: true }
  }
  if (sign && /^['’"”′]$/.test(sign.text) && touches(tokens[at], sign)) {
    const doubled = /^['’"”′]$/.test(tokens[at + 2]?.text ?? '') && touches(sign, tokens[at + 2]) ? 1 : 0
    return { feet, next: at + 2 + doubled, isSigned: true }
  }
  return lengthsFt.has(feet) ? { feet, next: at + 1, isSigned: false } : null
}
