import { offer, plain, type Sample, truck } from './sample'

/** Prices that a reader is judged by. */
export const heldOutPrices: readonly Sample[] = [
  plain('xr1', '2026-12-01T09:00:00-06:00', 'a@bent-reed.example', 'Re: PR-26072', '1750 on this', {
    offers: [offer('1750.00', { reference: 'PR-26072' })],
  }),
  plain(
    'xr2',
    '2026-12-01T09:10:00-05:00',
    'b@slow-otter.example',
    'RE: PR-26073 Albany GA to Newark NJ',
    'Hey, $3,400 and we are good to go. Let me know by 2pm.',
    {
      offers: [offer('3400.00', { reference: 'PR-26073', expires: '2026-12-01T14:00:00-05:00' })],
    },
  ),
  plain(
    'xr3',
    '2026-12-01T09:20:00-07:00',
    'c@juniper-owl.example',
    'rate',
    'Grand Junction CO to Reno NV flatbed 12/2, $2,050 all in',
    {
      offers: [offer('2050.00', { origin: 'Grand Junction, CO', destination: 'Reno, NV', pickup: '2026-12-02' })],
    },
  ),
  plain('xr4', '2026-12-02T11:00:00-08:00', 'd@drift-pine.example', 'Re: PR-26074', 'We need $2.85/mile on PR-26074.', {
    offers: [offer('2.85', { reference: 'PR-26074', basis: 'per_mile' })],
  }),
  plain(
    'xr5',
    '2026-12-02T11:30:00-06:00',
    'e@straw-hawk.example',
    'Re: several',
    `PR-26075 1,900
PR-26076 2,150
PR-26077 pass`,
    {
      offers: [offer('1900.00', { reference: 'PR-26075' }), offer('2150.00', { reference: 'PR-26076' })],
    },
  ),
  plain(
    'xr6',
    '2026-12-02T12:00:00-05:00',
    'f@wet-fern.example',
    'Re: PR-26078',
    'Would 1,275 work? We carry $100,000 cargo.',
    { offers: [offer('1275.00', { reference: 'PR-26078' })] },
  ),
  plain(
    'xr7',
    '2026-12-03T08:00:00-05:00',
    'g@high-shoal.example',
    'Pricing request',
    `Hi,
Winston-Salem, NC to Tampa, FL: $1,850
Winston-Salem, NC to Mobile, AL: $1,700
Prices good until Monday.`,
    {
      offers: [
        offer('1850.00', {
          origin: 'Winston-Salem, NC',
          destination: 'Tampa, FL',
          expires: '2026-12-07T23:59:00-05:00',
        }),
        offer('1700.00', {
          origin: 'Winston-Salem, NC',
          destination: 'Mobile, AL',
          expires: '2026-12-07T23:59:00-05:00',
        }),
      ],
    },
  ),
  plain(
    'xr8',
    '2026-12-03T08:30:00-07:00',
    'h@dos-rios.example',
    'Re: PR-26079 El Paso to Tulsa',
    'Buenas, se la llevamos en $2,250 flat',
    { offers: [offer('2250.00', { reference: 'PR-26079' })] },
  ),
  plain(
    'xr9',
    '2026-12-03T09:00:00-06:00',
    'i@clay-wren.example',
    'Re: PR-26080',
    'For the lowboy move I would have to have 5,500.',
    { offers: [offer('5500.00', { reference: 'PR-26080' })] },
  ),
  plain(
    'xr10',
    '2026-12-03T09:30:00-05:00',
    'j@ridge-kite.example',
    'Re: PR-26081',
    'your 1,500 is light. do 1,650 and I will send the truck',
    { offers: [offer('1650.00', { reference: 'PR-26081' })] },
  ),
  plain(
    'xr11',
    '2026-12-03T10:00:00-06:00',
    'k@corn-lark.example',
    'Re: PR-26082',
    'Offer: $1,120.00. Truck: 53 van empty in Waterloo IA today.',
    {
      offers: [offer('1120.00', { reference: 'PR-26082' })],
      trucks: [truck('Waterloo, IA', 'van', '2026-12-03', { lengthFt: 53 })],
    },
  ),
  plain(
    'xr12',
    '2026-12-04T08:00:00-06:00',
    'l@mud-swift.example',
    'rates',
    'Salina KS to Kansas City MO we run for 3.10/mi on hoppers',
    {
      offers: [offer('3.10', { basis: 'per_mile', origin: 'Salina, KS', destination: 'Kansas City, MO' })],
    },
  ),
  plain(
    'xr13',
    '2026-12-04T08:30:00-05:00',
    'm@maple-rail.example',
    'Re: PR-26083 London ON to Detroit',
    '$1,100 CAD',
    { offers: [offer('1100.00', { reference: 'PR-26083', currency: 'CAD' })] },
  ),
  plain(
    'xr14',
    '2026-12-04T09:00:00-06:00',
    'n@brook-teal.example',
    'Re: order 55120',
    'Order 55120 we can cover for 1,340',
    { offers: [offer('1340.00', { reference: '55120' })] },
  ),
  plain(
    'xr15',
    '2026-12-04T09:15:00-06:00',
    'o@barn-owl.example',
    'Re: PR-26084',
    `Rate 2,600
MC 448120
Driver empty 10 am
Thanks`,
    { offers: [offer('2600.00', { reference: 'PR-26084' })] },
  ),
  plain(
    'xr16',
    '2026-12-04T09:30:00-08:00',
    'p@kelp-gull.example',
    'Re: PR-26085',
    'Lowest I can go is $1,975, good till noon',
    {
      offers: [offer('1975.00', { reference: 'PR-26085', expires: '2026-12-04T12:00:00-08:00' })],
    },
  ),
  plain(
    'xr17',
    '2026-12-07T09:30:00-05:00',
    'q@mint-rail.example',
    'your posting',
    'Saw Lima OH to Louisville KY posted for Wednesday. We will run it for $900.',
    {
      offers: [offer('900.00', { origin: 'Lima, OH', destination: 'Louisville, KY', pickup: '2026-12-09' })],
    },
  ),
  {
    ...plain('xr18', '2026-12-07T10:00:00-06:00', 'r@lost-creek.example', 'Lane rates', ''),
    html: '<p>Rates as requested</p><table><tr><td>Origin</td><td>Destination</td><td>Flat rate</td></tr><tr><td>Birmingham, AL</td><td>Dallas, TX</td><td>$1,950</td></tr><tr><td>Birmingham, AL</td><td>Tampa, FL</td><td>$1,725</td></tr></table>',
    offers: [
      offer('1950.00', { origin: 'Birmingham, AL', destination: 'Dallas, TX' }),
      offer('1725.00', { origin: 'Birmingham, AL', destination: 'Tampa, FL' }),
    ],
  },
]
