/** US states (with the district), Canadian provinces and territories, by their post codes. */
export const regionNames: Record<string, string> = {
  AL: 'Alabama',
  AK: 'Alaska',
  AZ: 'Arizona',
  AR: 'Arkansas',
  CA: 'California',
  CO: 'Colorado',
  CT: 'Connecticut',
  DE: 'Delaware',
  DC: 'District of Columbia',
  FL: 'Florida',
  GA: 'Georgia',
  HI: 'Hawaii',
  ID: 'Idaho',
  IL: 'Illinois',
  IN: 'Indiana',
  IA: 'Iowa',
  KS: 'Kansas',
  KY: 'Kentucky',
  LA: 'Louisiana',
  ME: 'Maine',
  MD: 'Maryland',
  MA: 'Massachusetts',
  MI: 'Michigan',
  MN: 'Minnesota',
  MS: 'Mississippi',
  MO: 'Missouri',
  MT: 'Montana',
  NE: 'Nebraska',
  NV: 'Nevada',
  NH: 'New Hampshire',
  NJ: 'New Jersey',
  NM: 'New Mexico',
  NY: 'New York',
  NC: 'North Carolina',
  ND: 'North Dakota',
  OH: 'Ohio',
  OK: 'Oklahoma',
  OR: 'Oregon',
  PA: 'Pennsylvania',
  PR: 'Puerto Rico',
  RI: 'Rhode Island',
  SC: 'South Carolina',
  SD: 'South Dakota',
  TN: 'Tennessee',
  TX: 'Texas',
  UT: 'Utah',
  VT: 'Vermont',
  VA: 'Virginia',
  VI: 'Virgin Islands',
  WA: 'Washington',
  WV: 'West Virginia',
  WI: 'Wisconsin',
  WY: 'Wyoming',
  AB: 'Alberta',
  BC: 'British Columbia',
  MB: 'Manitoba',
  NB: 'New Brunswick',
  NL: 'Newfoundland and Labrador',
  NS: 'Nova Scotia',
  NT: 'Northwest Territories',
  NU: 'Nunavut',
  ON: 'Ontario',
  PE: 'Prince Edward Island',
  QC: 'Quebec',
  SK: 'Saskatchewan',
  YT: 'Yukon',
}

/** Parts of the country as the desk speaks of them, made of states and provinces. */
export const regions = {
  'Pacific Northwest': ['WA', 'OR'],
  California: ['CA'],
  'Mountain West': ['ID', 'MT', 'WY', 'UT', 'NV', 'CO'],
  Southwest: ['AZ', 'NM'],
  'Northern Plains': ['ND', 'SD', 'NE', 'KS'],
  'Texas and Oklahoma': ['TX', 'OK'],
  'Upper Midwest': ['MN', 'WI', 'IA', 'MI'],
  'Lower Midwest': ['MO', 'IL', 'IN', 'OH'],
  'Mid-South': ['AR', 'LA', 'MS', 'TN', 'KY'],
  Southeast: ['AL', 'GA', 'FL', 'SC', 'NC'],
  'Mid-Atlantic': ['VA', 'WV', 'MD', 'DE', 'DC', 'PA', 'NJ', 'NY'],
  'New England': ['CT', 'RI', 'MA', 'VT', 'NH', 'ME'],
  'Western Canada': ['BC', 'AB', 'SK', 'MB'],
  'Eastern Canada': ['ON', 'QC', 'NB', 'NS', 'PE', 'NL'],
  North: ['AK', 'YT', 'NT', 'NU'],
} as const

export type RegionName = keyof typeof regions

/** The part of the country a state or province belongs to; null for islands and Mexico. */
export function regionOf(code: string): RegionName | null {
  const found = Object.entries(regions).find(([, codes]) => (codes as readonly string[]).includes(code))
  return found ? (found[0] as RegionName) : null
}

const canada: ReadonlySet<string> = new Set(Object.keys(regionNames).slice(Object.keys(regionNames).indexOf('AB')))

/** The country a state or province is in; what neither the US nor Canada has is Mexico's. */
export const countryOfRegion = (code: string): 'US' | 'CA' | 'MX' => {
  if (canada.has(code)) return 'CA'
  if (code in regionNames) return 'US'
  return 'MX'
}
