import { plain, type Sample, southeast, truck } from './sample'

/** Short ones that a reader is judged by. */
export const heldOutPhone: readonly Sample[] = [
  plain(
    'xp1',
    '2026-12-01T06:00:00-06:00',
    'cy@bent-reed.example',
    'STL',
    'One van in St Louis MO now. wants IN or OH',
    {
      trucks: [truck('St. Louis, MO', 'van', '2026-12-01', { destinations: ['IN', 'OH'] })],
    },
  ),
  plain(
    'xp2',
    '2026-12-01T06:20:00-05:00',
    'fay@slow-otter.example',
    'reefer atl',
    'ATL reefer avail tomorrow 12/2 @ 1400, 53ft, 43k, anything to TX',
    {
      trucks: [truck('Atlanta, GA', 'reefer', '2026-12-02', { lengthFt: 53, weightLb: 43_000, destinations: ['TX'] })],
    },
  ),
  plain(
    'xp3',
    '2026-12-02T07:00:00-07:00',
    'ned@juniper-owl.example',
    'truck',
    'Will have a flat bed in Grand Junction, CO Thursday morning',
    {
      trucks: [truck('Grand Junction, CO', 'flatbed', '2026-12-03')],
    },
  ),
  plain(
    'xp4',
    '2026-12-02T08:30:00-08:00',
    'bo@drift-pine.example',
    'SEA',
    'Seattle WA 3 dry vans Friday - Saturday, prefer CA, 2.10 per mile',
    {
      trucks: [
        truck('Seattle, WA', 'van', '2026-12-04', {
          count: 3,
          to: '2026-12-05',
          destinations: ['CA'],
          rate: { amount: '2.10', basis: 'per_mile' },
        }),
      ],
    },
  ),
  plain(
    'xp5',
    '2026-12-03T10:00:00-06:00',
    'max@straw-hawk.example',
    'Trucks!',
    'good morning!! i got 2 step decks in houston today and one conestoga in austin tmrw. they can go anywhere',
    {
      trucks: [
        truck('Houston, TX', 'step_deck', '2026-12-03', { count: 2 }),
        truck('Austin, TX', 'conestoga', '2026-12-04'),
      ],
    },
  ),
  plain(
    'xp6',
    '2026-12-03T16:10:00-05:00',
    'uma@wet-fern.example',
    'friday',
    'Friday: Harrisburg PA dry van, Scranton PA reefer',
    {
      trucks: [truck('Harrisburg, PA', 'van', '2026-12-04'), truck('Scranton, PA', 'reefer', '2026-12-04')],
    },
  ),
  plain(
    'xp7',
    '2026-12-01T17:45:00-06:00',
    'obie@clay-wren.example',
    'lowboy',
    'lowboy mt tomorrow in Shreveport. going home to Tyler TX, 150 mile radius',
    {
      trucks: [truck('Shreveport, LA', 'lowboy', '2026-12-02', { radius: 150, destinations: ['Tyler, TX'] })],
    },
  ),
  plain(
    'xp8',
    '2026-12-01T09:00:00-07:00',
    'lupe@dos-rios.example',
    'trokas',
    'Tengo un reefer listo en El Paso TX hoy, y una plataforma en Las Cruces NM mañana. Quiere ir a Colorado.',
    {
      trucks: [
        truck('El Paso, TX', 'reefer', '2026-12-01', { destinations: ['CO'] }),
        truck('Las Cruces, NM', 'flatbed', '2026-12-02', { destinations: ['CO'] }),
      ],
    },
  ),
  plain(
    'xp9',
    '2026-12-04T11:30:00-05:00',
    'gwen@high-shoal.example',
    'Monday',
    'Gwen w/ High Shoal. Monday I have a van emptying out in Winston-Salem, NC. Anywhere in the southeast works.',
    {
      trucks: [truck('Winston-Salem, NC', 'van', '2026-12-07', { destinations: southeast })],
    },
  ),
  plain(
    'xp10',
    '2026-12-05T08:00:00-06:00',
    'art@corn-lark.example',
    'sat',
    'dry van, Cedar Rapids IA, ready today, home for christmas is Louisville KY',
    {
      trucks: [truck('Cedar Rapids, IA', 'van', '2026-12-05', { destinations: ['Louisville, KY'] })],
    },
  ),
  plain(
    'xp11',
    '2026-12-01T07:05:00-05:00',
    'sid@pond-heron.example',
    'Avail 12/1',
    'V - BUFFALO, NY - 12/1\nR - ALBANY, NY - 12/1\nV - SYRACUSE, NY - 12/2',
    {
      trucks: [
        truck('Buffalo, NY', 'van', '2026-12-01'),
        truck('Albany, NY', 'reefer', '2026-12-01'),
        truck('Syracuse, NY', 'van', '2026-12-02'),
      ],
    },
  ),
]
