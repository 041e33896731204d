import { midwest, offer, plain, type Sample, truck } from './sample'

/** More of the same, written once the reader was there. */
export const knownMore: readonly Sample[] = [
  plain(
    'kf1',
    '2026-12-08T06:40:00-06:00',
    'Nate <nate@wild-plum.example>',
    'Trucks 12/8',
    `Morning all, here is where we are empty:

Mankato MN - 1 van today
Rochester MN - 2 vans tomorrow, prefer going south to IA/MO
Fairmont MN - 1 reefer Thursday (can preload Wed night)

Nate`,
    {
      trucks: [
        truck('Mankato, MN', 'van', '2026-12-08'),
        truck('Rochester, MN', 'van', '2026-12-09', { count: 2, destinations: ['IA', 'MO'] }),
        truck('Fairmont, MN', 'reefer', '2026-12-10'),
      ],
    },
  ),
  plain(
    'kf2',
    '2026-12-08T05:15:00-08:00',
    'sandy@gull-point.example',
    'Stockton',
    'Reefer empty Stockton CA at 10 this morning. 53. Team. Can do anything east of the Rockies',
    {
      trucks: [truck('Stockton, CA', 'reefer', '2026-12-08', { lengthFt: 53 })],
    },
  ),
  plain(
    'kf3',
    '2026-12-08T09:00:00-05:00',
    'bo@salt-marsh.example',
    'flatbed Savannah',
    "Hi, I've a flatbed w 6ft tarps unloading in Savannah, Georgia tomorrow am. Home is Knoxville, TN. 48k",
    {
      trucks: [truck('Savannah, GA', 'flatbed', '2026-12-09', { weightLb: 48_000, destinations: ['Knoxville, TN'] })],
    },
  ),
  {
    ...plain('kf4', '2026-12-08T07:00:00-06:00', 'list@cedar-gap.example', 'Cedar Gap available trucks', ''),
    html: '<table><tr><th>TRUCK</th><th>CITY/STATE</th><th>DATE</th><th>TYPE</th><th>DESIRED STATES</th><th>RATE/MILE</th></tr><tr><td>701</td><td>Springfield, MO</td><td>12/8</td><td>Van</td><td>TX, OK</td><td>2.15</td></tr><tr><td>722</td><td>Rolla, MO</td><td>12/9</td><td>Van</td><td>Any</td><td></td></tr><tr><td>Total: 2</td><td></td><td></td><td></td><td></td><td></td></tr></table>',
    trucks: [
      truck('Springfield, MO', 'van', '2026-12-08', {
        destinations: ['TX', 'OK'],
        rate: { amount: '2.15', basis: 'per_mile' },
      }),
      truck('Rolla, MO', 'van', '2026-12-09'),
    ],
  },
  plain(
    'kf5',
    '2026-12-08T10:00:00-06:00',
    'ed@bean-field.example',
    'Re: PR-26120',
    'Ines - 1,725 and we can be there by 3. Ed',
    { offers: [offer('1725.00', { reference: 'PR-26120' })] },
  ),
  plain(
    'kf6',
    '2026-12-08T10:05:00-06:00',
    'jan@cotton-row.example',
    'Re: PR-26121 Lubbock to Denver',
    'My driver says $2,150. Price is good until 2 pm.',
    {
      offers: [offer('2150.00', { reference: 'PR-26121', expires: '2026-12-08T14:00:00-06:00' })],
    },
  ),
  plain(
    'kf7',
    '2026-12-08T10:10:00-06:00',
    'kt@night-owl.example',
    'POD',
    'Attached is the POD and the lumper receipt for PR-25800. Empty now in Lubbock.',
  ),
  plain(
    'kf8',
    '2026-12-08T10:20:00-05:00',
    'pam@red-barn.example',
    'capacity wed',
    'WED 12/9 - 3 VANS FT WAYNE IN, 1 VAN SOUTH BEND IN, 1 FLATBED GARY IN. MIDWEST ONLY.',
    {
      trucks: [
        truck('Fort Wayne, IN', 'van', '2026-12-09', { count: 3, destinations: midwest }),
        truck('South Bend, IN', 'van', '2026-12-09', { destinations: midwest }),
        truck('Gary, IN', 'flatbed', '2026-12-09', { destinations: midwest }),
      ],
    },
  ),
  plain(
    'kf9',
    '2026-12-08T11:00:00-07:00',
    'leo@blue-mesa.example',
    'buenos dias',
    'Tengo 2 plataformas en Albuquerque NM el miércoles, quieren Texas. También una caja seca en Santa Fe NM hoy.',
    {
      trucks: [
        truck('Albuquerque, NM', 'flatbed', '2026-12-09', { count: 2, destinations: ['TX'] }),
        truck('Santa Fe, NM', 'van', '2026-12-08'),
      ],
    },
  ),
  plain(
    'kf10',
    '2026-12-08T11:10:00-06:00',
    'ops@gray-goose-lines.example',
    'we need trucks',
    'We need 2 vans in Omaha tomorrow going to Chicago, paying $1,100 each. Call 402-555-0199.',
  ),
  plain(
    'kf11',
    '2026-12-08T11:20:00-06:00',
    'rob@corn-crib.example',
    'availability',
    `Unit #: 18
Trailer: 53 ft Reefer
Empty: Ames, IA
When: Wednesday 12/9
Prefers: IL, WI

Unit #: 22
Trailer: 53 ft Van
Empty: Boone, IA
When: Thursday 12/10
Prefers: anywhere`,
    {
      trucks: [
        truck('Ames, IA', 'reefer', '2026-12-09', { lengthFt: 53, destinations: ['IL', 'WI'] }),
        truck('Boone, IA', 'van', '2026-12-10', { lengthFt: 53 }),
      ],
    },
  ),
  plain(
    'kf12',
    '2026-12-08T12:00:00-05:00',
    'val@stone-bridge.example',
    'Re: Pittsburgh',
    'Yes one step deck in Pittsburgh Friday thru Sunday. Needs $2.90 a mile, no New England.',
    {
      trucks: [
        truck('Pittsburgh, PA', 'step_deck', '2026-12-11', {
          to: '2026-12-13',
          rate: { amount: '2.90', basis: 'per_mile' },
        }),
      ],
    },
  ),
]
