import { midwest, plain, type Sample, truck } from './sample'

/** Short ones that a reader is judged by. */
export const heldOutPhoneMore: readonly Sample[] = [
  plain(
    'xp12',
    '2026-12-01T12:00:00-06:00',
    'tug@mud-swift.example',
    'hopper bottom',
    'Looking for a load for my hopper, empty in Salina KS on the 3rd, would go to NE or IA',
    {
      trucks: [truck('Salina, KS', 'hopper', '2026-12-03', { destinations: ['NE', 'IA'] })],
    },
  ),
  plain(
    'xp13',
    '2026-12-30T15:00:00-07:00',
    'eve@snow-finch.example',
    'Jan 2',
    'Reefer available in Billings, Montana on January 2nd. Prefer Minneapolis.',
    {
      trucks: [truck('Billings, MT', 'reefer', '2027-01-02', { destinations: ['Minneapolis, MN'] })],
    },
  ),
  plain(
    'xp14',
    '2026-12-01T08:00:00-08:00',
    'ray@tidal-knot.example',
    'box truck',
    "24' box truck w/ liftgate in Sacramento now, max 10k lbs, local or up to 300 miles",
    {
      trucks: [truck('Sacramento, CA', 'box_truck', '2026-12-01', { lengthFt: 24, weightLb: 10_000 })],
    },
  ),
  plain(
    'xp15',
    '2026-12-02T18:00:00-06:00',
    'ivy@brook-teal.example',
    'Re: tomorrow',
    'Tomorrow I have vans at: Dallas (2), Fort Worth (1), Waco (1).',
    {
      trucks: [
        truck('Dallas, TX', 'van', '2026-12-03', { count: 2 }),
        truck('Fort Worth, TX', 'van', '2026-12-03'),
        truck('Waco, TX', 'van', '2026-12-03'),
      ],
    },
  ),
  plain(
    'xp16',
    '2026-12-02T06:30:00-05:00',
    'jeb@ridge-kite.example',
    'power only',
    'PO driver sitting in Roanoke VA wed-thu, looking to pull anything toward Indiana',
    {
      trucks: [truck('Roanoke, VA', 'power_only', '2026-12-02', { to: '2026-12-03', destinations: ['IN'] })],
    },
  ),
  plain(
    'xp17',
    '2026-12-01T07:00:00-06:00',
    'kip@lost-creek.example',
    'flats',
    'I need loads for 4 flatbeds out of Birmingham AL, 2 today and 2 tomorrow',
    {
      trucks: [
        truck('Birmingham, AL', 'flatbed', '2026-12-01', { count: 2 }),
        truck('Birmingham, AL', 'flatbed', '2026-12-02', { count: 2 }),
      ],
    },
  ),
  plain(
    'xp18',
    '2026-12-01T19:30:00-05:00',
    'dot@quick-silver.example',
    'sprinter tonight',
    'cargo van ready in Grand Rapids MI tonight, 2500 lbs, can run the midwest',
    {
      trucks: [truck('Grand Rapids, MI', 'sprinter', '2026-12-01', { weightLb: 2_500, destinations: midwest })],
    },
  ),
  plain(
    'xp19',
    '2026-12-03T05:00:00-06:00',
    'hoyt@gulf-petrel.example',
    'tanker',
    'Food grade tanker, Baton Rouge LA, 12/4. Up to 48,000#. GA FL AL',
    {
      trucks: [
        truck('Baton Rouge, LA', 'tanker', '2026-12-04', { weightLb: 48_000, destinations: ['GA', 'FL', 'AL'] }),
      ],
    },
  ),
  plain(
    'xp20',
    '2026-12-01T10:10:00-08:00',
    'wynn@kelp-gull.example',
    'ontario ca',
    'Got a van in Ontario, CA. Ready this afternoon. Looking for AZ, NM or TX, no less than $2,400 to Dallas',
    {
      trucks: [truck('Ontario, CA', 'van', '2026-12-01', { destinations: ['AZ', 'NM', 'TX'] })],
    },
  ),
  plain(
    'xp21',
    '2026-12-01T08:40:00-06:00',
    'tess@barn-owl.example',
    'trucks in minneaplois',
    'Two reefers Minneaplois tomorrow and a van in Sioux Fals thursday',
    {
      trucks: [
        truck('Minneapolis, MN', 'reefer', '2026-12-02', { count: 2 }),
        truck('Sioux Falls, SD', 'van', '2026-12-03'),
      ],
    },
  ),
  plain(
    'xp22',
    '2026-12-02T10:40:00-05:00',
    'ollie@mint-rail.example',
    'today',
    'Empty now: Lima OH - 53 van. Empty 5pm: Findlay OH - 53 van. Either can go to MI or KY.',
    {
      trucks: [
        truck('Lima, OH', 'van', '2026-12-02', { lengthFt: 53, destinations: ['MI', 'KY'] }),
        truck('Findlay, OH', 'van', '2026-12-02', { lengthFt: 53, destinations: ['MI', 'KY'] }),
      ],
    },
  ),
]
