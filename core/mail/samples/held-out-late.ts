import { offer, plain, type Sample, truck } from './sample'

/** Hands of other kinds that a reader is judged by. */
export const heldOutLate: readonly Sample[] = [
  plain(
    'xl1',
    '2026-12-01T07:40:00-06:00',
    'mark@elk-prairie.example',
    'Availability',
    `Good morning Ines,

We currently have the following units available:

Fremont, NE (2) Dry Vans - available 12/1, prefer IL/IN
Norfolk, NE (1) Reefer - available 12/2, prefer CO

Please call 402-555-0109 with anything you have.

Mark`,
    {
      trucks: [
        truck('Fremont, NE', 'van', '2026-12-01', { count: 2, destinations: ['IL', 'IN'] }),
        truck('Norfolk, NE', 'reefer', '2026-12-02', { destinations: ['CO'] }),
      ],
    },
  ),
  plain(
    'xl2',
    '2026-12-02T06:05:00-05:00',
    'len@shad-run.example',
    'Hey',
    "Hey Ines. Truck 44 gets empty in Macon GA around 3pm today, he's a 53' reefer, would love something back to Florida. Thanks. Len",
    {
      trucks: [truck('Macon, GA', 'reefer', '2026-12-02', { lengthFt: 53, destinations: ['FL'] })],
    },
  ),
  plain(
    'xl3',
    '2026-12-02T16:00:00-08:00',
    'wil@far-shore.example',
    'thursday and friday',
    'Thurs: 1 flat Eugene OR, 1 flat Salem OR\nFri: 2 flats Medford OR',
    {
      trucks: [
        truck('Eugene, OR', 'flatbed', '2026-12-03'),
        truck('Salem, OR', 'flatbed', '2026-12-03'),
        truck('Medford, OR', 'flatbed', '2026-12-04', { count: 2 }),
      ],
    },
  ),
  plain(
    'xl4',
    '2026-12-03T09:30:00-06:00',
    'jill@post-oak.example',
    'Re: PR-26090',
    `Hi,

We would be interested at $2,675. Let me know.

Jill`,
    { offers: [offer('2675.00', { reference: 'PR-26090' })] },
  ),
  plain(
    'xl5',
    '2026-12-03T11:00:00-07:00',
    'ty@gray-butte.example',
    'van casper',
    'Have a van in Casper WY today. Rate $2.75/mi. Only wants to go to CO, UT or ID',
    {
      trucks: [
        truck('Casper, WY', 'van', '2026-12-03', {
          destinations: ['CO', 'UT', 'ID'],
          rate: { amount: '2.75', basis: 'per_mile' },
        }),
      ],
    },
  ),
  plain(
    'xl6',
    '2026-12-04T08:20:00-06:00',
    'ops@two-rivers.example',
    'Open trucks 12/4 - 12/7',
    `12/4 Paducah KY - Van - GA/FL
12/5 Owensboro KY - Van - GA/FL
12/7 Bowling Green KY - Flatbed - TX`,
    {
      trucks: [
        truck('Paducah, KY', 'van', '2026-12-04', { destinations: ['GA', 'FL'] }),
        truck('Owensboro, KY', 'van', '2026-12-05', { destinations: ['GA', 'FL'] }),
        truck('Bowling Green, KY', 'flatbed', '2026-12-07', { destinations: ['TX'] }),
      ],
    },
  ),
  plain(
    'xl7',
    '2026-12-01T10:00:00-05:00',
    'dan@pike-run.example',
    'rates for Ines',
    'Erie PA to Chicago IL $1,250, Erie PA to Nashville TN $1,600',
    {
      offers: [
        offer('1250.00', { origin: 'Erie, PA', destination: 'Chicago, IL' }),
        offer('1600.00', { origin: 'Erie, PA', destination: 'Nashville, TN' }),
      ],
    },
  ),
  plain(
    'xl8',
    '2026-12-01T14:00:00-06:00',
    'joe@bluestem.example',
    'Question on PR-26091',
    'What is the commodity on PR-26091 and how many pallets? Does the $1,500 include the lumper?',
  ),
  plain(
    'xl9',
    '2026-12-02T09:15:00-06:00',
    'rita@coal-creek.example',
    'Tractores',
    'Buenos días, hoy tengo dos cajas secas vacías en Laredo TX y mañana un reefer en McAllen TX. Prefieren Georgia o las Carolinas.',
    {
      trucks: [
        truck('Laredo, TX', 'van', '2026-12-02', { count: 2, destinations: ['GA', 'NC', 'SC'] }),
        truck('McAllen, TX', 'reefer', '2026-12-03', { destinations: ['GA', 'NC', 'SC'] }),
      ],
    },
  ),
  plain(
    'xl10',
    '2026-12-02T05:55:00-06:00',
    'hank@red-willow.example',
    'PU needed',
    'NEED RELOAD OUT OF NORTH PLATTE NE TODAY. 48 FT FLATBED. 47K. GOING EAST TO OMAHA OR DES MOINES',
    {
      trucks: [
        truck('North Platte, NE', 'flatbed', '2026-12-02', {
          lengthFt: 48,
          weightLb: 47_000,
          destinations: ['Omaha, NE', 'Des Moines, IA'],
        }),
      ],
    },
  ),
  plain(
    'xl11',
    '2026-12-07T08:00:00-05:00',
    'bill@far-acre.example',
    'Re: Statement',
    'Our statement shows $4,320.50 open for PR-25702 and PR-25711. Please advise the pay date.',
  ),
  plain(
    'xl12',
    '2026-12-01T12:45:00-06:00',
    'kay@mill-race.example',
    'Re: PR-26092 Tulsa to Denver',
    "I'm at 1550 and the truck is 20 minutes away.",
    { offers: [offer('1550.00', { reference: 'PR-26092' })] },
  ),
]
