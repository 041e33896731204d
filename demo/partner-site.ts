import type { SiteDescription } from '#core/tender/site'

/** How the demo shipper's pages are read: where each thing stands. */
export const siteDescription: SiteDescription = {
  signIn: { path: '/login', userField: 'user', passwordField: 'pass', signedInMark: 'a[href="/logout"]' },
  lists: [{ path: '/tenders/cold', equipment: 'reefer' }, { path: '/tenders/dry', equipment: 'van' }],
  table: 'table.tenders',
  heads: ['Shipment', 'State', 'Answer by', 'Trailer', 'Pounds', 'Pays', 'From', 'Ready', 'To', 'Due', 'Degrees F', 'Remarks', ''],
  rows: 'tbody tr',
  next: 'a.next',
  total: { selector: '.count', pattern: '(\\d+) tenders' },
  fields: {
    shipmentId: { column: 0 }, status: { column: 1 }, respondBy: { column: 2 }, equipment: { column: 3 }, weightLb: { column: 4 }, charge: { column: 5 },
    pickupName: { column: 6, pattern: '^(.+?) \\|' }, pickupCity: { column: 6, pattern: '\\| (.+), \\w{2} ' }, pickupRegion: { column: 6, pattern: ', (\\w{2}) \\w+$' }, pickupPostal: { column: 6, pattern: '(\\w+)$' },
    pickupFrom: { column: 7, pattern: '^(\\S+ \\S+) to ' }, pickupTo: { column: 7, pattern: ' to (\\S+ \\S+)$' },
    deliveryName: { column: 8, pattern: '^(.+?) \\|' }, deliveryCity: { column: 8, pattern: '\\| (.+), \\w{2} ' }, deliveryRegion: { column: 8, pattern: ', (\\w{2}) \\w+$' }, deliveryPostal: { column: 8, pattern: '(\\w+)$' },
    deliveryFrom: { column: 9, pattern: '^(\\S+ \\S+) to ' }, deliveryTo: { column: 9, pattern: ' to (\\S+ \\S+)$' },
    temperature: { column: 10 }, notes: { column: 11 },
  },
  openStatus: ['open'],
  withdrawnStatus: ['taken back'],
  equipmentWords: { 'cold trailer': 'reefer', 'dry trailer': 'van' },
  answer: { path: '/tenders/{tender}', answerField: 'say', acceptValue: 'yes', declineValue: 'no', remarkField: 'because', doneMark: '.thanks' },
}
