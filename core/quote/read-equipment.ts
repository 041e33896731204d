import { type Equipment, equipmentKinds } from '../load/load'

/** How equipment is written in sheets and mails, beside its own name. */
const spellings: Record<Equipment, readonly string[]> = {
  van: ['v', 'dv', 'dry', 'dry van', 'dryvan', 'van 53', '53 van', '53 dry van', 'dry van 53', 'd', 'tl dry'],
  reefer: [
    'r',
    'rf',
    'refrigerated',
    'temp',
    'temp control',
    'temperature controlled',
    'reefer 53',
    '53 reefer',
    'frozen',
    'chilled',
    'refer',
  ],
  flatbed: ['f', 'fb', 'flat', 'flat bed', 'flatbed 48', '48 flatbed', 'deck'],
  step_deck: ['sd', 'step', 'stepdeck', 'drop deck', 'dropdeck'],
  box_truck: ['box', 'bt', 'straight truck', 'straight', 'boxtruck'],
  sprinter: ['sprinter van', 'cargo van', 'cv'],
  hotshot: ['hs', 'hot shot'],
  power_only: ['po', 'power', 'poweronly', 'tractor only'],
  conestoga: ['cn', 'con', 'rolling tarp'],
  lowboy: ['lb', 'low boy', 'rgn', 'removable gooseneck'],
  tanker: ['tank', 'tk', 'bulk liquid'],
  hopper: ['hop', 'hopper bottom', 'grain trailer'],
  container: ['ct', 'drayage', 'intermodal', 'container chassis'],
}

const byWord = new Map(
  equipmentKinds.flatMap((kind) =>
    [kind.replaceAll('_', ' '), `${kind.replaceAll('_', ' ')}s`, ...spellings[kind]].map(
      (word): [string, Equipment] => [word, kind],
    ),
  ),
)

/** The equipment a word stands for (`Dry Van`, `53' reefer`, `SD`); null for none we know. */
export function readEquipment(typed: string): Equipment | null {
  const word = typed
    .toLowerCase()
    .replace(/['’"]|\bft\b|\bfeet\b/g, ' ')
    .replace(/[_\-/.]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
  return byWord.get(word) ?? byWord.get(word.replace(/\b(48|53)\b/g, '').trim()) ?? null
}
