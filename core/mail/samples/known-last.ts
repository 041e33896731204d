import { midwest, offer, plain, type Sample, southeast, truck } from './sample'

/** The last hands that it was written by. */
export const knownLast: readonly Sample[] = [
  plain(
    'ky1',
    '2026-12-14T06:30:00-06:00',
    'a@pear-tree.example',
    'Trucks',
    '2 vans Springfield MO Tues, will go up to 600 miles, no east of I-95. 1 reefer Branson MO Wed or Thurs, FL GA SC preferred',
    {
      trucks: [
        truck('Springfield, MO', 'van', '2026-12-15', { count: 2 }),
        truck('Branson, MO', 'reefer', '2026-12-16', { to: '2026-12-17', destinations: ['FL', 'GA', 'SC'] }),
      ],
    },
  ),
  plain(
    'ky2',
    '2026-12-14T06:35:00-05:00',
    'b@mill-cove.example',
    'Availability',
    `Tuesday 12/15
Lynchburg, VA / 53' van / 45,000 lbs / prefers PA, OH
Danville, VA / 53' van / 45,000 lbs / anywhere within 500 miles
Wednesday 12/16
Greensboro, NC / 53' reefer / 43,000 lbs / wants TX`,
    {
      trucks: [
        truck('Lynchburg, VA', 'van', '2026-12-15', { lengthFt: 53, weightLb: 45_000, destinations: ['PA', 'OH'] }),
        truck('Danville, VA', 'van', '2026-12-15', { lengthFt: 53, weightLb: 45_000 }),
        truck('Greensboro, NC', 'reefer', '2026-12-16', { lengthFt: 53, weightLb: 43_000, destinations: ['TX'] }),
      ],
    },
  ),
  plain(
    'ky3',
    '2026-12-14T06:40:00-08:00',
    'c@tin-cup.example',
    'Flatbed in Reno',
    'Flatbed in Reno this morning, needs to be back in Boise by Wednesday. $1,400 all in works.',
    {
      trucks: [
        truck('Reno, NV', 'flatbed', '2026-12-14', {
          destinations: ['Boise, ID'],
          rate: { amount: '1400', basis: 'flat' },
        }),
      ],
    },
  ),
  plain(
    'ky4',
    '2026-12-14T06:45:00-06:00',
    'd@hog-back.example',
    'van',
    'MT van in Ft Smith AR @ 1300 today. 43k. Will DH 100 miles',
    {
      trucks: [truck('Fort Smith, AR', 'van', '2026-12-14', { weightLb: 43_000, radius: 100 })],
    },
  ),
  plain(
    'ky5',
    '2026-12-14T06:50:00-06:00',
    'e@long-shadow.example',
    'reefers',
    'Three reefers in Garden City KS Tuesday thru Thursday, any direction, prefer 2.50 or better per mile',
    {
      trucks: [
        truck('Garden City, KS', 'reefer', '2026-12-15', {
          count: 3,
          to: '2026-12-17',
          rate: { amount: '2.50', basis: 'per_mile' },
        }),
      ],
    },
  ),
  plain(
    'ky6',
    '2026-12-14T06:55:00-05:00',
    'f@ash-creek.example',
    'list',
    `Please see our list for Tuesday:
1 x Van - Toledo, OH - Midwest
1 x Van - Fort Wayne, IN - Southeast
2 x Reefer - South Bend, IN - TX/OK/AR`,
    {
      trucks: [
        truck('Toledo, OH', 'van', '2026-12-15', { destinations: midwest }),
        truck('Fort Wayne, IN', 'van', '2026-12-15', { destinations: southeast }),
        truck('South Bend, IN', 'reefer', '2026-12-15', { count: 2, destinations: ['TX', 'OK', 'AR'] }),
      ],
    },
  ),
  plain(
    'ky7',
    '2026-12-14T07:00:00-07:00',
    'g@sun-spot.example',
    'AZ',
    'Phoenix area: 1 flatbed today, 1 conestoga tomorrow. Both to TX or NM, 48k.',
    {
      trucks: [
        truck('Phoenix, AZ', 'flatbed', '2026-12-14', { weightLb: 48_000, destinations: ['TX', 'NM'] }),
        truck('Phoenix, AZ', 'conestoga', '2026-12-15', { weightLb: 48_000, destinations: ['TX', 'NM'] }),
      ],
    },
  ),
  plain(
    'ky8',
    '2026-12-14T07:05:00-06:00',
    'h@slate-run.example',
    'Re: PR-26160',
    'For 1,900 I can pick up Wednesday. Offer good till end of day.',
    {
      offers: [offer('1900.00', { reference: 'PR-26160', pickup: '2026-12-16', expires: '2026-12-14T17:00:00-06:00' })],
    },
  ),
  plain(
    'ky9',
    '2026-12-14T07:10:00-06:00',
    'i@slate-run.example',
    'Re: PR-26161',
    'We would do it for $2,100, but we need a $600 fuel advance.',
    { offers: [offer('2100.00', { reference: 'PR-26161' })] },
  ),
  plain(
    'ky10',
    '2026-12-14T07:15:00-05:00',
    'j@crow-wing.example',
    'Quote request response',
    'Per your request: Reading PA to Gary IN at $1,650 for 12/17 pickup. This price is valid for 48 hours.',
    {
      offers: [
        offer('1650.00', {
          origin: 'Reading, PA',
          destination: 'Gary, IN',
          pickup: '2026-12-17',
          expires: '2026-12-16T07:15:00-05:00',
        }),
      ],
    },
  ),
  plain(
    'ky11',
    '2026-12-14T07:20:00-06:00',
    'k@big-elm.example',
    'Re: rates',
    'Omaha NE to Dallas TX is 1,500. Omaha NE to Houston TX is 1,850.',
    {
      offers: [
        offer('1500.00', { origin: 'Omaha, NE', destination: 'Dallas, TX' }),
        offer('1850.00', { origin: 'Omaha, NE', destination: 'Houston, TX' }),
      ],
    },
  ),
  {
    ...plain('ky12', '2026-12-14T07:25:00-06:00', 'l@red-oak.example', 'Trucks', ''),
    html: '<p>Trucks for today and tomorrow:</p><table><tr><td>Where</td><td>When</td><td>What</td><td>Where to</td><td>Lbs</td></tr><tr><td>Tyler, TX</td><td>Today</td><td>Van</td><td>Anywhere but CA</td><td>45K</td></tr><tr><td>Longview, TX</td><td>Tomorrow</td><td>Flat w/tarps</td><td>LA, MS</td><td>48K</td></tr></table>',
    trucks: [
      truck('Tyler, TX', 'van', '2026-12-14', { weightLb: 45_000 }),
      truck('Longview, TX', 'flatbed', '2026-12-15', { weightLb: 48_000, destinations: ['LA', 'MS'] }),
    ],
  },
  plain(
    'ky13',
    '2026-12-14T07:30:00-06:00',
    'm@bank-alert.example',
    'URGENT remittance update',
    'Kindly update our ACH details before the next payment run. New account ends in 4471. Reply to this email to confirm.',
  ),
  plain(
    'ky14',
    '2026-12-14T07:35:00-06:00',
    'n@hay-wagon.example',
    'Re: PR-26162',
    'Running about two hours late, he will be at the receiver in Tulsa around 4 pm.',
  ),
  plain(
    'ky15',
    '2026-12-14T07:40:00-06:00',
    'o@hay-wagon.example',
    'Re: PR-26163',
    'Please add the $150 stop-off and resend the confirmation at $1,950.',
  ),
  plain(
    'ky16',
    '2026-12-14T07:45:00-05:00',
    'p@oak-barrel.example',
    'Trucks in KY',
    'Hi Ines, just checking in. I have Lexington and Louisville tomorrow, one van each. Give me a call.',
    {
      trucks: [truck('Lexington, KY', 'van', '2026-12-15'), truck('Louisville, KY', 'van', '2026-12-15')],
    },
  ),
  plain(
    'ky17',
    '2026-12-14T07:50:00-06:00',
    'q@wet-stone.example',
    '53 reefer wi',
    'eau claire wi reefer 53 tuesday. mn ia ne only',
    {
      trucks: [truck('Eau Claire, WI', 'reefer', '2026-12-15', { lengthFt: 53, destinations: ['MN', 'IA', 'NE'] })],
    },
  ),
  plain(
    'ky18',
    '2026-12-14T07:55:00-07:00',
    'r@far-mesa.example',
    'Capacity 12/14',
    'El Paso: 4 vans (today), 2 vans (tomorrow)\nAlbuquerque: 1 reefer (today)',
    {
      trucks: [
        truck('El Paso, TX', 'van', '2026-12-14', { count: 4 }),
        truck('El Paso, TX', 'van', '2026-12-15', { count: 2 }),
        truck('Albuquerque, NM', 'reefer', '2026-12-14'),
      ],
    },
  ),
]
