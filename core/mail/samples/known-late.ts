import { offer, plain, type Sample, southeast, truck, west } from './sample'

/** Hands of other kinds. */
export const knownLate: readonly Sample[] = [
  plain(
    'ka1',
    '2026-12-01T07:40:00-06:00',
    'mark@tall-sedge.example',
    'Trucks available',
    `Ines,

The following trucks are available today:

Sioux City, IA (1) Dry Van - open to anything
Yankton, SD (2) Reefers - looking for MN or WI

Call or text 712-555-0118.

Mark Dunn`,
    {
      trucks: [
        truck('Sioux City, IA', 'van', '2026-12-01'),
        truck('Yankton, SD', 'reefer', '2026-12-01', { count: 2, destinations: ['MN', 'WI'] }),
      ],
    },
  ),
  plain(
    'ka2',
    '2026-12-02T06:05:00-05:00',
    'lou@sand-hill.example',
    'Morning',
    "Morning! Truck 112 will be MT in Valdosta GA around noon today, it's a 53' van. He'd like to get back to Ohio. Thx Lou",
    {
      trucks: [truck('Valdosta, GA', 'van', '2026-12-02', { lengthFt: 53, destinations: ['OH'] })],
    },
  ),
  plain(
    'ka3',
    '2026-12-03T09:30:00-06:00',
    'jan@post-ash.example',
    'Re: PR-26093',
    `Good afternoon,

We can cover this for $1,980 if you can do a 10am pickup.

Jan`,
    { offers: [offer('1980.00', { reference: 'PR-26093' })] },
  ),
  plain(
    'ka4',
    '2026-12-03T11:00:00-07:00',
    'ty@lone-butte.example',
    'reefer pocatello',
    'Have a reefer in Pocatello tomorrow. Need $3.00/mi. Will only go to WA or OR',
    {
      trucks: [
        truck('Pocatello, ID', 'reefer', '2026-12-04', {
          destinations: ['WA', 'OR'],
          rate: { amount: '3.00', basis: 'per_mile' },
        }),
      ],
    },
  ),
  plain(
    'ka5',
    '2026-12-01T10:00:00-05:00',
    'dan@pike-bend.example',
    'pricing',
    'Dayton OH to Tampa FL $2,050, Dayton OH to Mobile AL $1,825, both good thru Friday',
    {
      offers: [
        offer('2050.00', { origin: 'Dayton, OH', destination: 'Tampa, FL', expires: '2026-12-04T23:59:00-05:00' }),
        offer('1825.00', { origin: 'Dayton, OH', destination: 'Mobile, AL', expires: '2026-12-04T23:59:00-05:00' }),
      ],
    },
  ),
  plain(
    'ka6',
    '2026-12-01T14:00:00-06:00',
    'joe@switchgrass.example',
    'PR-26094?',
    'Is PR-26094 still open? What are you paying, and is $1,400 the max?',
  ),
  plain(
    'ka7',
    '2026-12-02T05:55:00-06:00',
    'hal@red-cedar.example',
    'RELOAD',
    'LOOKING FOR RELOAD OUT OF HAYS KS TOMORROW. 53 FT STEP DECK. 45K. HEADED TO DENVER OR CHEYENNE',
    {
      trucks: [
        truck('Hays, KS', 'step_deck', '2026-12-03', {
          lengthFt: 53,
          weightLb: 45_000,
          destinations: ['Denver, CO', 'Cheyenne, WY'],
        }),
      ],
    },
  ),
  plain(
    'ka8',
    '2026-12-01T12:45:00-06:00',
    'kim@mill-bank.example',
    'Re: PR-26095 Wichita to Tulsa',
    'hey we will do 875 on it, driver is 15 min out',
    { offers: [offer('875.00', { reference: 'PR-26095' })] },
  ),
  plain(
    'ka9',
    '2026-12-01T09:00:00-05:00',
    'vera@high-meadow.example',
    'Dedicated',
    'We are looking for dedicated lanes out of Greenville SC starting in January, we can put 5 vans on it. Average rate last year was $2.10 a mile.',
  ),
  plain(
    'ka10',
    '2026-12-01T09:00:00-05:00',
    'gus@low-tide.example',
    'Truck Posting',
    `Origin: Savannah, GA
Destination: Southeast
Date Available: 12/02
Equipment: Van
Length: 53 ft
Weight: 45,000 lbs
Rate: $2.35
Contact: Gus 912-555-0155`,
    {
      trucks: [
        truck('Savannah, GA', 'van', '2026-12-02', {
          lengthFt: 53,
          weightLb: 45_000,
          destinations: southeast,
          rate: { amount: '2.35', basis: 'per_mile' },
        }),
      ],
    },
  ),
  plain(
    'ka11',
    '2026-12-03T15:10:00-06:00',
    'abe@hackberry.example',
    'Trucks 12/4',
    `Abilene - v - 12/4
Midland - f - 12/4 (x3)
Lubbock - sd - 12/5
*all can go anywhere in TX, OK, NM*`,
    {
      trucks: [
        truck('Abilene, TX', 'van', '2026-12-04', { destinations: ['TX', 'OK', 'NM'] }),
        truck('Midland, TX', 'flatbed', '2026-12-04', { count: 3, destinations: ['TX', 'OK', 'NM'] }),
        truck('Lubbock, TX', 'step_deck', '2026-12-05', { destinations: ['TX', 'OK', 'NM'] }),
      ],
    },
  ),
  plain(
    'ka12',
    '2026-12-01T08:15:00-06:00',
    'may@slough.example',
    'Re: Monday',
    'Our driver is home in Bismarck until Thursday, after that he can take your load to Billings or anything else west. 53 reefer.',
    {
      trucks: [
        truck('Bismarck, ND', 'reefer', '2026-12-03', { lengthFt: 53, destinations: ['Billings, MT', ...west] }),
      ],
    },
  ),
  plain(
    'ka13',
    '2026-12-01T08:15:00-06:00',
    'rob@cattail.example',
    'flats',
    'Good morning, 3 flatbeds: Lufkin TX now, Longview TX now, Texarkana tomorrow 8am. No tarps on the Lufkin truck.',
    {
      trucks: [
        truck('Lufkin, TX', 'flatbed', '2026-12-01'),
        truck('Longview, TX', 'flatbed', '2026-12-01'),
        truck('Texarkana, TX', 'flatbed', '2026-12-02'),
      ],
    },
  ),
  plain(
    'ka14',
    '2026-12-01T08:15:00-05:00',
    'sy@otter-tail.example',
    'Re: Your load Fort Wayne to Memphis',
    'Would you consider 1,395 for it? My truck empties in Lima tonight.',
    {
      offers: [offer('1395.00', { origin: 'Fort Wayne, IN', destination: 'Memphis, TN' })],
    },
  ),
]
