import { plain, type Sample, southeast, truck } from './sample'

/** Typed with a thumb, between two calls. */
export const knownPhone: readonly Sample[] = [
  plain(
    'kp1',
    '2026-12-01T06:10:00-06:00',
    'Gus <gus@amber-drift.example>',
    '',
    'van des moines empty at 2 today need to get home to omaha',
    {
      trucks: [truck('Des Moines, IA', 'van', '2026-12-01', { destinations: ['Omaha, NE'] })],
    },
  ),
  plain(
    'kp2',
    '2026-12-01T05:55:00-08:00',
    'lou@tin-swallow.example',
    'reefer',
    'Reefer in Fresno CA Wed AM. WA or OR only',
    {
      trucks: [truck('Fresno, CA', 'reefer', '2026-12-02', { destinations: ['WA', 'OR'] })],
    },
  ),
  plain(
    'kp3',
    '2026-12-02T12:31:00-05:00',
    'r.sims@pale-fox.example',
    'Truck available',
    "I've got a 48' flatbed w/ tarps that'll be empty in Greenville, SC tomorrow around noon. Can go anywhere except the northeast.",
    {
      trucks: [truck('Greenville, SC', 'flatbed', '2026-12-03', { lengthFt: 48 })],
    },
  ),
  plain(
    'kp4',
    '2026-12-01T15:00:00-07:00',
    'ida@quill-ridge.example',
    'DENVER',
    '2 vans Denver CO 12/2, 1 reefer Cheyenne WY 12/3',
    {
      trucks: [truck('Denver, CO', 'van', '2026-12-02', { count: 2 }), truck('Cheyenne, WY', 'reefer', '2026-12-03')],
    },
  ),
  plain('kp5', '2026-12-03T07:40:00-06:00', 'ben@long-willow.example', 'sd tulsa', 'SD Tulsa fri. 48k. texas pls', {
    trucks: [truck('Tulsa, OK', 'step_deck', '2026-12-04', { weightLb: 48_000, destinations: ['TX'] })],
  }),
  plain(
    'kp6',
    '2026-12-01T18:22:00-05:00',
    'walt@iron-lark.example',
    'tomorrow',
    'Have one reefer emptying in Columbus, Ohio tomorrow afternoon & one in Louisville KY thursday morning. Both 53. Looking to go southeast.',
    {
      trucks: [
        truck('Columbus, OH', 'reefer', '2026-12-02', { lengthFt: 53, destinations: southeast }),
        truck('Louisville, KY', 'reefer', '2026-12-03', { lengthFt: 53, destinations: southeast }),
      ],
    },
  ),
  plain(
    'kp7',
    '2026-12-04T09:12:00-06:00',
    'sal@river-kite.example',
    'MKE',
    'Anything out of Milwaukee Monday? I have a 26 ft box truck there.',
    {
      trucks: [truck('Milwaukee, WI', 'box_truck', '2026-12-07', { lengthFt: 26 })],
    },
  ),
  plain(
    'kp8',
    '2026-12-01T08:08:00-05:00',
    'q@gray-teal.example',
    'sprinter',
    'Sprinter van ready now in Charlotte NC. 3,000 lbs max. Will go 500 miles.',
    {
      trucks: [truck('Charlotte, NC', 'sprinter', '2026-12-01', { weightLb: 3_000 })],
    },
  ),
  plain(
    'kp9',
    '2026-12-01T10:10:00-07:00',
    'rosa@mesa-thrush.example',
    'camiones',
    'Buenos dias, tenemos 1 reefer en Nogales AZ mañana y 2 flatbeds en Tucson el jueves. Van para California o Nevada.',
    {
      trucks: [
        truck('Nogales, AZ', 'reefer', '2026-12-02', { destinations: ['CA', 'NV'] }),
        truck('Tucson, AZ', 'flatbed', '2026-12-03', { count: 2, destinations: ['CA', 'NV'] }),
      ],
    },
  ),
  plain(
    'kp10',
    '2026-12-02T06:00:00-06:00',
    'ed@pinto-creek.example',
    'avail',
    'RGN sitting in Amarillo, avail now thru Sat, 3.50/mile min',
    {
      trucks: [
        truck('Amarillo, TX', 'lowboy', '2026-12-02', {
          to: '2026-12-05',
          rate: { amount: '3.50', basis: 'per_mile' },
        }),
      ],
    },
  ),
  plain(
    'kp11',
    '2026-11-30T16:45:00-06:00',
    'kay@plum-badger.example',
    'Hopper',
    'Hopper bottom empty Grand Island NE tues. would love something to KS or back to SD',
    {
      trucks: [truck('Grand Island, NE', 'hopper', '2026-12-01', { destinations: ['KS', 'SD'] })],
    },
  ),
]
