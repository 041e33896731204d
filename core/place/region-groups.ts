/**
 * Regions by the names that people say them by, as states. Divisions and regions of the U.S. Census Bureau where it has one of the name;
 * the others as they are usually drawn.
 */
const newEngland = ['CT', 'ME', 'MA', 'NH', 'RI', 'VT']
const midAtlantic = ['NJ', 'NY', 'PA']
const midwest = ['IL', 'IN', 'MI', 'OH', 'WI', 'IA', 'KS', 'MN', 'MO', 'NE', 'ND', 'SD']
const southAtlantic = ['DE', 'DC', 'FL', 'GA', 'MD', 'NC', 'SC', 'VA', 'WV']
const eastSouthCentral = ['AL', 'KY', 'MS', 'TN']
const westSouthCentral = ['AR', 'LA', 'OK', 'TX']
const mountain = ['AZ', 'CO', 'ID', 'MT', 'NV', 'NM', 'UT', 'WY']
const westCoast = ['CA', 'OR', 'WA']

const groups: Record<string, readonly string[]> = {
  'new england': newEngland,
  'mid atlantic': midAtlantic,
  northeast: [...newEngland, ...midAtlantic],
  midwest,
  'upper midwest': ['IA', 'MI', 'MN', 'ND', 'SD', 'WI'],
  south: [...southAtlantic, ...eastSouthCentral, ...westSouthCentral],
  southeast: ['FL', 'GA', 'NC', 'SC', 'VA', 'WV', ...eastSouthCentral],
  southwest: ['AZ', 'NM', 'OK', 'TX'],
  carolinas: ['NC', 'SC'],
  mountain,
  'mountain west': mountain,
  rockies: ['CO', 'ID', 'MT', 'UT', 'WY'],
  'west coast': westCoast,
  'pacific northwest': ['ID', 'OR', 'WA'],
  west: [...mountain, ...westCoast],
}

/** The names of all of them. */
export const regionGroupNames: readonly string[] = Object.keys(groups)

/** The states of a region as it is said (`midwest`, `the southeast`, `mid-atlantic`); null where it names none. */
export function statesOfRegion(said: string): readonly string[] | null {
  const name = said.toLowerCase().replace(/^the /, '').replace(/-/g, ' ')
  return Object.hasOwn(groups, name) ? groups[name]! : null
}
