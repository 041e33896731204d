import type { Equipment } from '#core/load/load'
import { type Office, plainOffice } from '#core/office/office'

/** Everything named here is made up: people, companies, streets, numbers. Cities are real. */
export const people = [
  { mail: 'ines@ploverrook.example', name: 'Ines Calloway', role: 'rep', phone: '208-555-0101' },
  { mail: 'teo@ploverrook.example', name: 'Teo Marchetti', role: 'rep', phone: '208-555-0102' },
  { mail: 'ruth@ploverrook.example', name: 'Ruth Amsel', role: 'manager', phone: '208-555-0103' },
  { mail: 'pim@ploverrook.example', name: 'Pim Oduya', role: 'viewer', phone: '208-555-0104' },
  { mail: 'sol@ploverrook.example', name: 'Sol Ferrante', role: 'accounting', phone: '208-555-0106' },
] as const

/** Set the brokerage up, and has the first number; the others follow in their order. */
export const administrator = { mail: 'odile@ploverrook.example', name: 'Odile Brandt', phone: '208-555-0105' } as const
export const inesId = 2

/** The brokerage's settings, as its set-up page was filled in. */
export const demoOffice: Office = {
  ...plainOffice,
  name: 'Plover & Rook Freight',
  legalName: 'Plover & Rook Freight LLC',
  mcNumber: '0911842',
  dotNumber: '2918473',
  address: ['418 Lavabed Way, Suite 2', 'Pocatello, ID 83201'],
  phone: '208-555-0100',
  mail: 'desk@ploverrook.example',
  zone: 'America/Boise',
  numbers: { ...plainOffice.numbers, loadPrefix: 'PR', firstLoad: 20_001 },
}

export const demoPassword = 'plover-and-rook'

interface DemoCustomer {
  name: string
  city: string
  region: string
  commodities: readonly {
    name: string
    equipment: Equipment
    weight: readonly [number, number]
    temp?: readonly [number, number]
    secret?: boolean
  }[]
  from: readonly string[]
  to: readonly string[]
  sites: readonly string[]
}

export const customers: readonly DemoCustomer[] = [
  {
    name: 'Snowmelt Potato Growers',
    city: 'Idaho Falls',
    region: 'ID',
    commodities: [
      { name: 'Seed potatoes', equipment: 'reefer', weight: [40_000, 43_500], temp: [38, 42] },
      { name: 'Frozen fries', equipment: 'reefer', weight: [38_000, 43_000], temp: [-5, 0] },
    ],
    from: ['Twin Falls ID', 'Idaho Falls ID', 'Pocatello ID'],
    to: ['Phoenix AZ', 'Denver CO', 'Fresno CA', 'Dallas TX', 'Minneapolis MN'],
    sites: ['shed 4', 'cold store', 'packing house'],
  },
  {
    name: 'Paper Heron Packaging',
    city: 'Spokane',
    region: 'WA',
    commodities: [{ name: 'Corrugated board', equipment: 'van', weight: [28_000, 42_000] }],
    from: ['Spokane WA', 'Boise ID', 'Yakima WA'],
    to: ['Salt Lake City UT', 'Reno NV', 'Billings MT', 'Denver CO', 'Casper WY'],
    sites: ['box plant', 'paper mill'],
  },
  {
    name: 'Marigold & Flint Tile',
    city: 'Laredo',
    region: 'TX',
    commodities: [
      { name: 'Floor tile', equipment: 'van', weight: [41_000, 44_500] },
      { name: 'Stone slabs', equipment: 'flatbed', weight: [42_000, 47_000] },
    ],
    from: ['Laredo TX', 'McAllen TX'],
    to: ['Tulsa OK', 'Dallas TX', 'Joplin MO', 'Amarillo TX', 'Columbus OH'],
    sites: ['kiln yard', 'border cross-dock'],
  },
  {
    name: 'Two Otters Beverage',
    city: 'Yakima',
    region: 'WA',
    commodities: [
      { name: 'Canned cider', equipment: 'van', weight: [40_000, 44_000] },
      { name: 'Apple juice concentrate', equipment: 'reefer', weight: [40_000, 43_000], temp: [32, 36] },
    ],
    from: ['Yakima WA', 'Spokane WA'],
    to: ['Denver CO', 'Boise ID', 'Phoenix AZ', 'Fargo ND', 'Salt Lake City UT'],
    sites: ['bottling hall', 'juice works'],
  },
  {
    name: 'Cobalt Hen Egg Farms',
    city: 'Des Moines',
    region: 'IA',
    commodities: [{ name: 'Shell eggs', equipment: 'reefer', weight: [32_000, 39_000], temp: [38, 45] }],
    from: ['Des Moines IA', 'Duluth MN'],
    to: ['Rapid City SD', 'Joplin MO', 'Columbus OH', 'Tulsa OK', 'Denver CO'],
    sites: ['grading house', 'laying barns'],
  },
  {
    name: 'Quiet Anvil Steel',
    city: 'Spartanburg',
    region: 'SC',
    commodities: [
      { name: 'Steel coils', equipment: 'flatbed', weight: [44_000, 47_500] },
      { name: 'Machined parts', equipment: 'step_deck', weight: [18_000, 36_000], secret: true },
    ],
    from: ['Spartanburg SC', 'Charlotte NC'],
    to: ['Columbus OH', 'Joplin MO', 'Dallas TX', 'Des Moines IA'],
    sites: ['rolling mill', 'service centre'],
  },
  {
    name: 'Loom & Lantern Furniture',
    city: 'Charlotte',
    region: 'NC',
    commodities: [{ name: 'Furniture', equipment: 'van', weight: [12_000, 24_000] }],
    from: ['Charlotte NC', 'Spartanburg SC'],
    to: ['Columbus OH', 'Minneapolis MN', 'Dallas TX', 'Tulsa OK'],
    sites: ['workshop', 'finishing plant'],
  },
  {
    name: 'Long Furrow Implements',
    city: 'Fargo',
    region: 'ND',
    commodities: [
      { name: 'Farm implements', equipment: 'step_deck', weight: [22_000, 41_000] },
      { name: 'Bagged seed', equipment: 'van', weight: [36_000, 43_000] },
    ],
    from: ['Fargo ND', 'Minneapolis MN', 'Missoula MT'],
    to: ['Missoula MT', 'Fargo ND', 'Boise ID', 'Amarillo TX', 'Rapid City SD'],
    sites: ['yard', 'seed house'],
  },
]

export const consignees = [
  'Harrow Foods DC',
  'Kestrel Market warehouse',
  'Tin Roof Grocers DC',
  'Brindle Supply yard',
  'Copperleaf cold store',
  'Sage & Sons cross-dock',
  'Wide Creek terminal',
  'Old Orchard depot',
]

export const streets = [
  'Canal Rd',
  'Lavabed Way',
  'Grain St',
  'Switchyard Ave',
  'Mesa Loop',
  'Cottonwood Dr',
  'Foundry St',
  'Railspur Rd',
  'Basalt Ct',
  'Meadowlark Ln',
]

/** How well a place pays for freight going there: a truck delivered where freight is scarce asks more. */
export const pullOf: Record<string, number> = {
  AZ: 1.0,
  CO: 1.16,
  CA: 0.9,
  TX: 0.95,
  MN: 1.0,
  UT: 0.98,
  NV: 1.05,
  MT: 1.18,
  WY: 1.2,
  OK: 0.98,
  MO: 0.97,
  OH: 0.94,
  ID: 0.97,
  ND: 1.15,
  SD: 1.14,
  IA: 0.98,
  WA: 0.96,
  SC: 0.98,
  NC: 0.98,
}
