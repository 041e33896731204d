import type { Permission } from '#core/access/access'

export interface RoomEntry {
  to: string
  /** Its name and what it is for. */
  words: string
  /** Other words that somebody may look for it by. */
  also?: string
  /** The key that leads to it from everywhere. */
  key: string | null
  /** Only for those who may do this. */
  needs?: Permission
}

/** Every page that can be gone to without a number: for the command line, the keys and their help. A test holds it against the routes. */
export const rooms: readonly RoomEntry[] = [
  { to: '/', words: 'Horizon: what to work on now', also: 'home open loads', key: '1' },
  { to: '/quotes', words: 'Quotes: what to charge for these lanes', also: 'prices customers bids', key: '2' },
  { to: '/intake', words: 'Intake: tenders to answer', also: 'edi 204 990', key: '3' },
  { to: '/loads', words: 'Loads: search them all', also: 'list export csv', key: '4' },
  { to: '/carriers', words: 'Carriers: who is this, may we use them', also: 'directory vetting', key: '5' },
  {
    to: '/carriers/attention',
    words: 'Carriers that need attention: documents, payees, policies that lapse',
    key: '6',
  },
  {
    to: '/capacity',
    words: 'Capacity: trucks we know of, by day and area',
    also: 'known trucks empty available',
    key: 'U',
  },
  { to: '/boards', words: 'Boards: what is posted where', also: 'postings load board refresh', key: 'B' },
  {
    to: '/boards/search',
    words: 'Search the boards: trucks and loads out there',
    also: 'find truck capacity market next load',
    key: 'T',
  },
  { to: '/boards/map', words: 'Market map: loads against trucks by state and area', also: 'balance ratio', key: 'R' },
  {
    to: '/boards/bids',
    words: 'Bids: lanes put out to carriers, routing guides',
    also: 'rfp tender project contract award',
    key: 'G',
  },
  { to: '/exchange', words: 'Exchange: what went to and came from trading partners', also: 'edi x12 files', key: '7' },
  { to: '/partners', words: 'Trading partners: connections and codes', also: 'edi settings', key: '8' },
  { to: '/answering', words: 'Answering rules: tenders answered by themselves', also: 'automation', key: '9' },
  { to: '/vetting', words: 'Vetting policy: what blocks an award', also: 'rules settings insurance', key: '0' },
  { to: '/customers', words: 'Customers: contacts, freight, margin', also: 'shippers payers', key: 'C' },
  { to: '/facilities', words: 'Facilities: docks, hours, notes', also: 'warehouses shippers receivers', key: 'F' },
  { to: '/fuel', words: 'Diesel and fuel tables', also: 'surcharge price settings', key: 'D' },
  { to: '/rates/suspects', words: 'Past prices to review: what looks like a mistake', also: 'rates', key: 'P' },
  { to: '/intake/answered', words: 'Tenders answered', also: 'accepted declined', key: 'A' },
  { to: '/intake/mail', words: 'Email to read: what belongs to no load', also: 'messages unread', key: 'E' },
  {
    to: '/carriers/import',
    words: 'Import carriers from a file',
    also: 'csv upload',
    key: 'I',
    needs: 'edit_carriers',
  },
  {
    to: '/account',
    words: 'My account: password, authenticator app, look',
    also: 'profile theme dark sessions',
    key: 'M',
  },
  {
    to: '/people',
    words: 'People: who works here, roles, teams',
    also: 'users invite',
    key: 'W',
    needs: 'manage_people',
  },
  { to: '/settings', words: 'Settings: name, terms, margins, hours', also: 'office brokerage preferences', key: 'S' },
  {
    to: '/connections',
    words: 'Connections: email, load board, register, market',
    also: 'smtp settings test',
    key: 'K',
    needs: 'set_office',
  },
  {
    to: '/status',
    words: 'Status: outbox, feeds, backups, pace',
    also: 'health metrics',
    key: 'H',
    needs: 'see_health',
  },
  { to: '/loads/new', words: 'New load', also: 'add create', key: 'n', needs: 'edit_loads' },
]

/** The rooms whose name or purpose holds every word of what was typed, each from its beginning. */
export function roomsFor(typed: string, granted: readonly Permission[]): RoomEntry[] {
  const terms = typed.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []
  return rooms.filter((room) => {
    if (room.needs && !granted.includes(room.needs)) return false
    const words = `${room.words} ${room.also ?? ''}`.toLowerCase().split(/[^\p{L}\p{N}]+/u)
    return terms.every((term) => words.some((word) => word.startsWith(term)))
  })
}
