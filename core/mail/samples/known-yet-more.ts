import { offer, plain, type Sample, truck } from './sample'

/** More of the same, written once the reader was there. */
export const knownYetMore: readonly Sample[] = [
  plain(
    'xg1',
    '2026-12-09T08:00:00-06:00',
    'a@clover-lane.example',
    'Re: PR-26130',
    'Morning Ines, we can run that for 2,275.',
    { offers: [offer('2275.00', { reference: 'PR-26130' })] },
  ),
  plain(
    'xg2',
    '2026-12-09T08:05:00-05:00',
    'b@thorn-hill.example',
    'RE: PR-26131 Macon to Cincinnati',
    'Would need $1,900 to make it work, truck is in Forsyth GA.',
    { offers: [offer('1900.00', { reference: 'PR-26131' })] },
  ),
  plain(
    'xg3',
    '2026-12-09T08:10:00-07:00',
    'c@sand-wash.example',
    'PR-26132',
    'I offer $875 for PR-26132. Expires noon today.',
    { offers: [offer('875.00', { reference: 'PR-26132', expires: '2026-12-09T12:00:00-07:00' })] },
  ),
  plain(
    'xg4',
    '2026-12-09T08:15:00-06:00',
    'd@gravel-bar.example',
    'Re: PR-26133',
    '$3.15 per mile or $2,900 flat, your choice',
    { offers: [offer('2900.00', { reference: 'PR-26133' })] },
  ),
  plain(
    'xg5',
    '2026-12-09T08:20:00-06:00',
    'e@mud-daub.example',
    'Joplin to Laredo rate',
    'Joplin MO to Laredo TX tomorrow on a 53 reefer: 2,350 all in.',
    {
      offers: [offer('2350.00', { origin: 'Joplin, MO', destination: 'Laredo, TX', pickup: '2026-12-10' })],
    },
  ),
  plain(
    'xg6',
    '2026-12-09T08:25:00-05:00',
    'f@hen-hawk.example',
    'Re: PR-26134',
    'We are interested. Rate: 1,150. MC# 601223. Please send the packet.',
    { offers: [offer('1150.00', { reference: 'PR-26134' })] },
  ),
  plain(
    'xg7',
    '2026-12-09T08:30:00-06:00',
    'g@ten-mile.example',
    'Re: PR-26135',
    'Not at 1,200, diesel is killing us. 1,450 gets it done.',
    { offers: [offer('1450.00', { reference: 'PR-26135' })] },
  ),
  plain(
    'xg8',
    '2026-12-09T08:35:00-06:00',
    'h@low-gap.example',
    'quote',
    `Hello,
1. Tulsa OK to Memphis TN - $1,275
2. Tulsa OK to Atlanta GA - $2,380
3. Tulsa OK to Denver CO - no interest`,
    {
      offers: [
        offer('1275.00', { origin: 'Tulsa, OK', destination: 'Memphis, TN' }),
        offer('2380.00', { origin: 'Tulsa, OK', destination: 'Atlanta, GA' }),
      ],
    },
  ),
  plain(
    'xg9',
    '2026-12-09T08:40:00-06:00',
    'i@oak-gall.example',
    'Re: PR-26136',
    'Sounds good, we will haul it. Driver Luis 555-0144.',
  ),
  plain(
    'xg10',
    '2026-12-09T08:45:00-06:00',
    'j@oak-gall.example',
    'Re: PR-26137',
    'We charge $75 an hour detention after two hours, is that ok?',
  ),
  plain(
    'xg11',
    '2026-12-09T08:50:00-06:00',
    'k@far-pond.example',
    'Re: PR-26138',
    'Le puedo ofrecer 1,980 por esa carga.',
    { offers: [offer('1980.00', { reference: 'PR-26138' })] },
  ),
  plain(
    'xg12',
    '2026-12-09T08:55:00-06:00',
    'l@elk-wallow.example',
    'Available today',
    `Ready for loads:
- 53' Dry Van in Bloomington, IL (ready at noon)
- 53' Reefer in Champaign, IL, ready tomorrow, looking for Tennessee or Georgia
- 48' Step Deck in Decatur, IL, ready Friday`,
    {
      trucks: [
        truck('Bloomington, IL', 'van', '2026-12-09', { lengthFt: 53 }),
        truck('Champaign, IL', 'reefer', '2026-12-10', { lengthFt: 53, destinations: ['TN', 'GA'] }),
        truck('Decatur, IL', 'step_deck', '2026-12-11', { lengthFt: 48 }),
      ],
    },
  ),
  plain(
    'xg13',
    '2026-12-09T09:00:00-05:00',
    'm@bay-laurel.example',
    'ATL',
    'We got 2 vans sitting in ATL and 1 reefer coming empty in Augusta tomorrow. ATL vans prefer FL.',
    {
      trucks: [
        truck('Atlanta, GA', 'van', '2026-12-09', { count: 2, destinations: ['FL'] }),
        truck('Augusta, GA', 'reefer', '2026-12-10'),
      ],
    },
  ),
  plain(
    'xg14',
    '2026-12-09T09:05:00-06:00',
    'n@sun-dog.example',
    'Trucks',
    'V Sioux City IA 12/9\nV Omaha NE 12/9\nR Lincoln NE 12/10 (CA AZ)\nF Kearney NE 12/11',
    {
      trucks: [
        truck('Sioux City, IA', 'van', '2026-12-09'),
        truck('Omaha, NE', 'van', '2026-12-09'),
        truck('Lincoln, NE', 'reefer', '2026-12-10', { destinations: ['CA', 'AZ'] }),
        truck('Kearney, NE', 'flatbed', '2026-12-11'),
      ],
    },
  ),
  plain(
    'xg15',
    '2026-12-09T09:10:00-08:00',
    'o@rim-rock.example',
    'empty',
    'Driver will be MT @ Boardman OR tmrw 10am w/ a 53 rf. Looking to get to Salt Lake',
    {
      trucks: [truck('Boardman, OR', 'reefer', '2026-12-10', { lengthFt: 53, destinations: ['Salt Lake City, UT'] })],
    },
  ),
  {
    ...plain('xg16', '2026-12-09T09:15:00-06:00', 'p@big-slough.example', 'Open equipment', ''),
    html: '<div>Open equipment:</div><table><tr><td><b>Equip</b></td><td><b>Open</b></td><td><b>City</b></td><td><b>St</b></td><td><b>Going</b></td><td><b>Max</b></td></tr><tr><td>R53</td><td>12/09</td><td>Hutchinson</td><td>KS</td><td>TX</td><td>43000</td></tr><tr><td>V53</td><td>12/10</td><td>Emporia</td><td>KS</td><td>MO, AR</td><td>45000</td></tr></table>',
    trucks: [
      truck('Hutchinson, KS', 'reefer', '2026-12-09', { lengthFt: 53, weightLb: 43_000, destinations: ['TX'] }),
      truck('Emporia, KS', 'van', '2026-12-10', { lengthFt: 53, weightLb: 45_000, destinations: ['MO', 'AR'] }),
    ],
  },
  plain(
    'xg17',
    '2026-12-09T09:20:00-06:00',
    'q@big-slough.example',
    'Insurance',
    'Attached is the new COI. We also added two vans to our fleet in Topeka, KS.',
  ),
  plain(
    'xg18',
    '2026-12-09T09:25:00-05:00',
    'r@cross-keys.example',
    'Cross Keys update',
    'Monday 12/14 will have 4 vans in Harrisonburg VA and 2 in Winchester VA. Any direction but NYC/NJ. 44k each.',
    {
      trucks: [
        truck('Harrisonburg, VA', 'van', '2026-12-14', { count: 4, weightLb: 44_000 }),
        truck('Winchester, VA', 'van', '2026-12-14', { count: 2, weightLb: 44_000 }),
      ],
    },
  ),
  plain(
    'xg19',
    '2026-12-09T09:30:00-06:00',
    's@cane-river.example',
    'Natchitoches',
    'got a flatbed emptying at natchitoches la tmrw morning, needs to go towards dallas or houston',
    {
      trucks: [truck('Natchitoches, LA', 'flatbed', '2026-12-10', { destinations: ['Dallas, TX', 'Houston, TX'] })],
    },
  ),
  plain(
    'xg20',
    '2026-12-09T09:35:00-06:00',
    't@new-moon.example',
    'LTL',
    'Do you handle LTL out of Denver? 4 pallets, 2,100 lb, to Cheyenne, ready Friday.',
  ),
  plain(
    'xg21',
    '2026-12-09T09:40:00-06:00',
    'u@tall-tree.example',
    'Loads leaving Tuesday',
    'Loads leaving Tuesday: Ocala FL to Newark NJ reefer $3,900; Plant City FL to Boston MA reefer $4,600. Need trucks!',
  ),
  plain(
    'xg22',
    '2026-12-09T09:45:00-06:00',
    'v@stump-creek.example',
    'Unit 77',
    'Unit 77 broke down in Elko, we will recover with another truck by 6 pm.',
  ),
  plain(
    'xg23',
    '2026-12-09T09:50:00-07:00',
    'w@aspen-cut.example',
    'Denver area',
    'Three reefers Denver area available Thursday and Friday. 42,500 lbs. Prefer Phoenix, Vegas or SoCal. $2.30.',
    {
      trucks: [
        truck('Denver, CO', 'reefer', '2026-12-10', {
          count: 3,
          to: '2026-12-11',
          weightLb: 42_500,
          destinations: ['Phoenix, AZ', 'Las Vegas, NV', 'CA'],
          rate: { amount: '2.30', basis: 'per_mile' },
        }),
      ],
    },
  ),
  plain(
    'xg24',
    '2026-12-09T09:55:00-06:00',
    'x@shoal-bank.example',
    'Re: Trucks',
    `Here you go:
Wed - Decatur AL (V), Florence AL (V)
Thu - Huntsville AL (R)
Fri - none yet`,
    {
      trucks: [
        truck('Decatur, AL', 'van', '2026-12-09'),
        truck('Florence, AL', 'van', '2026-12-09'),
        truck('Huntsville, AL', 'reefer', '2026-12-10'),
      ],
    },
  ),
]
