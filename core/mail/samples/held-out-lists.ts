import { type Sample, truck } from './sample'

/** Lists of many hands. Put aside: whoever writes the reader does not read them. */
export const heldOutLists: readonly Sample[] = [
  {
    id: 'hl1',
    sentAt: '2026-12-01T06:15:00-07:00',
    from: 'Mountain Lantern <dispatch@mountain-lantern.example>',
    subject: 'Trucks 12/1 - 12/3',
    text: `Tue 12/1
   Missoula MT, reefer, wants WA/OR
   Helena MT, van
Wed 12/2
   Great Falls MT, flatbed x 2, tarps, MT/ND/SD only
Thu 12/3
   Butte MT, van, 250 mile radius

Call Stu 406-555-0188. Need more trucks? Ask about our brokerage.`,
    trucks: [
      truck('Missoula, MT', 'reefer', '2026-12-01', { destinations: ['WA', 'OR'] }),
      truck('Helena, MT', 'van', '2026-12-01'),
      truck('Great Falls, MT', 'flatbed', '2026-12-02', { count: 2, destinations: ['MT', 'ND', 'SD'] }),
      truck('Butte, MT', 'van', '2026-12-03', { radius: 250 }),
    ],
    offers: [],
  },
  {
    id: 'hl2',
    sentAt: '2026-12-03T05:05:00-06:00',
    from: 'logistics@silver-badger.example',
    subject: 'SILVER BADGER AVAILABILITY',
    html: `<table border=1><tr><td>LOCATION</td><td>AVAIL</td><td>TYPE</td><td>QTY</td><td>DIRECTION</td><td>RPM</td></tr>
<tr><td>OMAHA NE</td><td>12/3</td><td>VAN</td><td>4</td><td>EAST</td><td>$2.15</td></tr>
<tr><td>LINCOLN NE</td><td>12/4</td><td>REEF</td><td>1</td><td>CO, UT</td><td>$2.70</td></tr>
<tr><td>SIOUX CITY IA</td><td>12/4</td><td>VAN</td><td>2</td><td></td><td></td></tr></table>`,
    trucks: [
      truck('Omaha, NE', 'van', '2026-12-03', { count: 4, rate: { amount: '2.15', basis: 'per_mile' } }),
      truck('Lincoln, NE', 'reefer', '2026-12-04', {
        ...{ destinations: ['CO', 'UT'], rate: { amount: '2.70', basis: 'per_mile' } },
      }),
      truck('Sioux City, IA', 'van', '2026-12-04', { count: 2 }),
    ],
    offers: [],
  },
  {
    id: 'hl3',
    sentAt: '2026-12-02T08:20:00-05:00',
    from: 'hayley@tar-river-lines.example',
    subject: 'Trucks trucks trucks!',
    text: `Hey y'all!

** 12/2 ** Wilmington NC (van), Fayetteville NC (van), Florence SC (reefer)
** 12/3 ** Savannah GA (2 vans), Augusta GA (flatbed)

All of them like FL and GA. Reefer will do dry.
xo Hayley`,
    trucks: [
      truck('Wilmington, NC', 'van', '2026-12-02', { destinations: ['FL', 'GA'] }),
      truck('Fayetteville, NC', 'van', '2026-12-02', { destinations: ['FL', 'GA'] }),
      truck('Florence, SC', 'reefer', '2026-12-02', { destinations: ['FL', 'GA'] }),
      truck('Savannah, GA', 'van', '2026-12-03', { count: 2, destinations: ['FL', 'GA'] }),
      truck('Augusta, GA', 'flatbed', '2026-12-03', { destinations: ['FL', 'GA'] }),
    ],
    offers: [],
  },
  {
    id: 'hl4',
    sentAt: '2026-12-06T19:00:00-08:00',
    from: 'ops@tule-marsh.example',
    subject: 'Mon/Tue',
    text: `Origin;Date;Equip;Length;Pref dest
Fresno, CA;Mon;Reefer;53;NV UT ID
Stockton, CA;Mon;Van;53;
Bakersfield, CA;Tue;Flat;48;AZ TX`,
    trucks: [
      truck('Fresno, CA', 'reefer', '2026-12-07', { lengthFt: 53, destinations: ['NV', 'UT', 'ID'] }),
      truck('Stockton, CA', 'van', '2026-12-07', { lengthFt: 53 }),
      truck('Bakersfield, CA', 'flatbed', '2026-12-08', { lengthFt: 48, destinations: ['AZ', 'TX'] }),
    ],
    offers: [],
  },
  {
    id: 'hl5',
    sentAt: '2026-12-01T12:00:00-06:00',
    from: 'paul@cottonwood-spur.example',
    subject: 'two groups',
    text: `Vans (all 53', swing door):
- Amarillo TX, ready today thru Thursday
- Lubbock TX, ready Wednesday
Stepdecks:
- Odessa TX ready Wednesday, $2.80 per loaded mile, TX OK LA only`,
    trucks: [
      truck('Amarillo, TX', 'van', '2026-12-01', { to: '2026-12-03', lengthFt: 53 }),
      truck('Lubbock, TX', 'van', '2026-12-02', { lengthFt: 53 }),
      truck('Odessa, TX', 'step_deck', '2026-12-02', {
        ...{ destinations: ['TX', 'OK', 'LA'], rate: { amount: '2.80', basis: 'per_mile' } },
      }),
    ],
    offers: [],
  },
  {
    id: 'hl6',
    sentAt: '2026-12-08T07:30:00-07:00',
    from: 'Jo <jo@hollow-creek.example>',
    subject: 'what I got',
    text: 'Mornin. Grand Junction: 1 van today. Denver: 3 vans, 1 reefer tomorrow. Pueblo: flatbed thurs, has to be in Albuquerque by Friday night.',
    trucks: [
      truck('Grand Junction, CO', 'van', '2026-12-08'),
      truck('Denver, CO', 'van', '2026-12-09', { count: 3 }),
      truck('Denver, CO', 'reefer', '2026-12-09'),
      truck('Pueblo, CO', 'flatbed', '2026-12-10', { destinations: ['Albuquerque, NM'] }),
    ],
    offers: [],
  },
]
