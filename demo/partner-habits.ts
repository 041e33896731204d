export const broker = { qualifier: 'ZZ', id: 'PLOVERROOK', scac: 'PLRK' }

export interface Habit {
  key: string
  customer: string
  transport: 'folder' | 'http' | 'site'
  qualifier: string
  id: string
  version: string
  delimiters: { element: string; component: string; repetition: string | null; segment: string; lineEnd: string }
  usage: 'T' | 'P'
  zoneCode: string
  zone: string
  respondHours: number
  multiStop: boolean
  onExpiry: 'lapse' | 'decline' | 'keep'
  takesNotes: boolean
  equipmentWords: Record<string, string>
}

const usual = { element: '*', component: '>', repetition: null, segment: '~', lineEnd: '' }

/** Customers with a system that tenders, each with its own manner. */
export const habits: Habit[] = [
  {
    key: 'snowmelt',
    customer: 'Snowmelt Potato Growers',
    transport: 'folder',
    qualifier: 'ZZ',
    id: 'SNOWMELTPG',
    version: '004010',
    delimiters: usual,
    usage: 'P',
    zoneCode: 'MT',
    zone: 'America/Denver',
    respondHours: 3,
    multiStop: false,
    onExpiry: 'lapse',
    takesNotes: false,
    equipmentWords: {},
  },
  {
    key: 'two-otters',
    customer: 'Two Otters Beverage',
    transport: 'http',
    qualifier: '02',
    id: 'TOBV',
    version: '004030',
    delimiters: { element: '|', component: '>', repetition: '^', segment: '\n', lineEnd: '' },
    usage: 'P',
    zoneCode: 'PT',
    zone: 'America/Los_Angeles',
    respondHours: 2,
    multiStop: false,
    onExpiry: 'keep',
    takesNotes: true,
    equipmentWords: {},
  },
  {
    key: 'quiet-anvil',
    customer: 'Quiet Anvil Steel',
    transport: 'folder',
    qualifier: '01',
    id: '081500143',
    version: '005010',
    delimiters: { element: '*', component: ':', repetition: '^', segment: '~', lineEnd: '\r\n' },
    usage: 'P',
    zoneCode: 'ET',
    zone: 'America/New_York',
    respondHours: 5,
    multiStop: true,
    onExpiry: 'decline',
    takesNotes: true,
    equipmentWords: {},
  },
  {
    key: 'marigold',
    customer: 'Marigold & Flint Tile',
    transport: 'folder',
    qualifier: 'ZZ',
    id: 'MFTILE',
    version: '003040',
    delimiters: { element: '\x1d', component: '\x1f', repetition: null, segment: '\x1e', lineEnd: '' },
    usage: 'T',
    zoneCode: 'CT',
    zone: 'America/Chicago',
    respondHours: 6,
    multiStop: false,
    onExpiry: 'lapse',
    takesNotes: false,
    equipmentWords: {},
  },
  {
    key: 'cobalt-hen',
    customer: 'Cobalt Hen Egg Farms',
    transport: 'site',
    qualifier: 'ZZ',
    id: 'COBALTHEN',
    version: '004010',
    delimiters: usual,
    usage: 'P',
    zoneCode: 'CT',
    zone: 'America/Chicago',
    respondHours: 4,
    multiStop: false,
    onExpiry: 'lapse',
    takesNotes: false,
    equipmentWords: {},
  },
]
