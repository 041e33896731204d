import { offer, plain, type Sample, truck } from './sample'

/** Prices: answers to loads, lane quotes, counters, with and without an end. */
export const knownPrices: readonly Sample[] = [
  plain('kr1', '2026-12-01T09:00:00-06:00', 'a@amber-drift.example', 'Re: PR-26040', 'Need 1900', {
    offers: [offer('1900.00', { reference: 'PR-26040' })],
  }),
  plain(
    'kr2',
    '2026-12-01T09:10:00-06:00',
    'b@tin-swallow.example',
    'Re: PR-26041 Fresno to Reno',
    '$1,425 and its yours. Offer expires at 5 pm.',
    {
      offers: [offer('1425.00', { reference: 'PR-26041', expires: '2026-12-01T17:00:00-06:00' })],
    },
  ),
  plain(
    'kr3',
    '2026-12-01T09:20:00-05:00',
    'c@pale-fox.example',
    'quote',
    'Greenville SC to Jacksonville FL, van, 12/3: $1,150 flat',
    {
      offers: [offer('1150.00', { origin: 'Greenville, SC', destination: 'Jacksonville, FL', pickup: '2026-12-03' })],
    },
  ),
  plain(
    'kr4',
    '2026-12-02T11:00:00-07:00',
    'd@quill-ridge.example',
    'Re: load #PR-26044',
    'best I can do on PR-26044 is 2.45 a mile',
    { offers: [offer('2.45', { reference: 'PR-26044', basis: 'per_mile' })] },
  ),
  plain(
    'kr5',
    '2026-12-02T11:30:00-06:00',
    'e@long-willow.example',
    'Re: PR-26045 and PR-26046',
    `PR-26045: $2,200
PR-26046: $1,750`,
    {
      offers: [offer('2200.00', { reference: 'PR-26045' }), offer('1750.00', { reference: 'PR-26046' })],
    },
  ),
  plain(
    'kr6',
    '2026-12-02T12:00:00-06:00',
    'f@river-kite.example',
    'Re: PR-26047',
    'I could take it at 1,600 if it loads Thursday. Detention is 60/hr after 2 hours.',
    {
      offers: [offer('1600.00', { reference: 'PR-26047', pickup: '2026-12-03' })],
    },
  ),
  plain(
    'kr7',
    '2026-12-03T08:00:00-05:00',
    'g@gray-teal.example',
    'rates',
    `Charlotte NC - Nashville TN: 1,300
Charlotte NC - Memphis TN: 1,750
Fuel included. Valid thru 12/10.`,
    {
      offers: [
        offer('1300.00', {
          origin: 'Charlotte, NC',
          destination: 'Nashville, TN',
          expires: '2026-12-10T23:59:00-05:00',
        }),
        offer('1750.00', { origin: 'Charlotte, NC', destination: 'Memphis, TN', expires: '2026-12-10T23:59:00-05:00' }),
      ],
    },
  ),
  plain(
    'kr8',
    '2026-12-03T08:30:00-07:00',
    'h@mesa-thrush.example',
    'Re: PR-26050 Nogales to Denver',
    'Lo hacemos por $3,200 todo incluido',
    { offers: [offer('3200.00', { reference: 'PR-26050' })] },
  ),
  plain(
    'kr9',
    '2026-12-03T09:00:00-06:00',
    'i@pinto-creek.example',
    'Re: PR-26051',
    "Thanks but we'd be at 4k for that one",
    { offers: [offer('4000.00', { reference: 'PR-26051' })] },
  ),
  plain(
    'kr10',
    '2026-12-03T09:30:00-06:00',
    'j@plum-badger.example',
    'Re: PR-26052',
    'Can you do $2,350? I see you posted at $2,100.',
    { offers: [offer('2350.00', { reference: 'PR-26052' })] },
  ),
  plain(
    'kr11',
    '2026-12-03T10:00:00-08:00',
    'k@coho-line.example',
    'Re: PR-26053',
    'Our rate is USD 2,875.00 including fuel, driver is ready in Portland OR tomorrow with a 53 van.',
    {
      offers: [offer('2875.00', { reference: 'PR-26053' })],
      trucks: [truck('Portland, OR', 'van', '2026-12-04', { lengthFt: 53 })],
    },
  ),
  plain(
    'kr12',
    '2026-12-04T08:00:00-05:00',
    'l@brass-gull.example',
    'Lane pricing',
    'Toledo OH to Des Moines IA we can run at $2.30 per mile all of next week.',
    {
      offers: [offer('2.30', { basis: 'per_mile', origin: 'Toledo, OH', destination: 'Des Moines, IA' })],
    },
  ),
  plain(
    'kr13',
    '2026-12-04T08:30:00-05:00',
    'm@maple-rail.example',
    'Re: PR-26055 Windsor ON to Chicago',
    'CAD 1,950 for this one please',
    { offers: [offer('1950.00', { reference: 'PR-26055', currency: 'CAD' })] },
  ),
  plain(
    'kr14',
    '2026-12-04T09:00:00-06:00',
    'n@oak-sparrow.example',
    'Re: load 771-B',
    'We will haul 771-B for twenty-one hundred, that is $2,100.',
    { offers: [offer('2100.00', { reference: '771-B' })] },
  ),
  plain(
    'kr15',
    '2026-12-04T09:15:00-06:00',
    'o@grey-pintail.example',
    'Re: PR-26057',
    `Hello,
Rate: $975
Driver ETA: 2 pm
Truck 118 / Trailer 5302
Thank you`,
    { offers: [offer('975.00', { reference: 'PR-26057' })] },
  ),
  plain(
    'kr16',
    '2026-12-04T09:30:00-06:00',
    'p@loon-bay.example',
    'Re: PR-26058',
    'Was at 1800, can come down to 1700. Good for the next 2 hours.',
    {
      offers: [offer('1700.00', { reference: 'PR-26058', expires: '2026-12-04T11:30:00-06:00' })],
    },
  ),
  plain(
    'kr17',
    '2026-12-07T09:30:00-07:00',
    'q@cold-mesa.example',
    'Offer',
    'I saw your Farmington NM to Amarillo TX load on the board, flatbed for tomorrow. Would take 1650.',
    {
      offers: [offer('1650.00', { origin: 'Farmington, NM', destination: 'Amarillo, TX', pickup: '2026-12-08' })],
    },
  ),
  {
    ...plain('kr18', '2026-12-07T10:00:00-06:00', 'r@burr-oak.example', 'Rate table', ''),
    html: '<table><tr><th>From</th><th>To</th><th>Equipment</th><th>All-in rate</th></tr><tr><td>St. Cloud, MN</td><td>Chicago, IL</td><td>Van</td><td>$1,480.00</td></tr><tr><td>Duluth, MN</td><td>Green Bay, WI</td><td>Van</td><td>$1,010.00</td></tr></table>',
    offers: [
      offer('1480.00', { origin: 'St. Cloud, MN', destination: 'Chicago, IL' }),
      offer('1010.00', { origin: 'Duluth, MN', destination: 'Green Bay, WI' }),
    ],
  },
]
