import { offer, plain, type Sample, southeast, truck } from './sample'

/** Written after the reader, and never looked at while it is changed: what a stranger's mail is to it. */
export const heldOutFresh: readonly Sample[] = [
  plain(
    'xm1',
    '2026-12-10T06:30:00-06:00',
    'a@hickory-bend.example',
    'availability',
    'Thursday: Evansville IN - dry van (53) - TX/LA/AR. Friday: Terre Haute IN - dry van (53) - open.',
    {
      trucks: [
        truck('Evansville, IN', 'van', '2026-12-10', { lengthFt: 53, destinations: ['TX', 'LA', 'AR'] }),
        truck('Terre Haute, IN', 'van', '2026-12-11', { lengthFt: 53 }),
      ],
    },
  ),
  plain(
    'xm2',
    '2026-12-10T06:35:00-08:00',
    'b@north-fork.example',
    '2 trucks',
    'have 2 trucks for you, one flatbed in Bakersfield and one in Fresno, both empty tomorrow morning. need to get home to Spokane',
    {
      trucks: [
        truck('Bakersfield, CA', 'flatbed', '2026-12-11', { destinations: ['Spokane, WA'] }),
        truck('Fresno, CA', 'flatbed', '2026-12-11', { destinations: ['Spokane, WA'] }),
      ],
    },
  ),
  plain(
    'xm3',
    '2026-12-10T06:40:00-05:00',
    'c@laurel-run.example',
    'Morning list 12/10',
    `PA
Altoona - Van - Today
Johnstown - Reefer - Today
OH
Youngstown - Van - 12/11 - wants KY`,
    {
      trucks: [
        truck('Altoona, PA', 'van', '2026-12-10'),
        truck('Johnstown, PA', 'reefer', '2026-12-10'),
        truck('Youngstown, OH', 'van', '2026-12-11', { destinations: ['KY'] }),
      ],
    },
  ),
  plain(
    'xm4',
    '2026-12-10T06:45:00-06:00',
    'd@black-dirt.example',
    'hoppers',
    'We will have three hoppers around Sioux City, IA on Friday, 12/11. Can pull to any river terminal in NE or KS. $3.00/loaded mile',
    {
      trucks: [
        truck('Sioux City, IA', 'hopper', '2026-12-11', {
          count: 3,
          destinations: ['NE', 'KS'],
          rate: { amount: '3.00', basis: 'per_mile' },
        }),
      ],
    },
  ),
  {
    ...plain('xm5', '2026-12-10T06:50:00-06:00', 'e@gar-hole.example', 'Daily truck sheet', 'Please see the attached.'),
    sheets: [
      {
        name: 'daily.csv',
        text: 'Driver,Current Location,Avail Date,Avail Time,Trailer Type,Preferred Lanes,Comments\nSmith,"Jonesboro, AR",12/10,1400,53 Van,"TX, OK",\nJones,"Cape Girardeau, MO",12/11,0800,53 Reefer,,43k max\n',
      },
    ],
    trucks: [
      truck('Jonesboro, AR', 'van', '2026-12-10', { lengthFt: 53, destinations: ['TX', 'OK'] }),
      truck('Cape Girardeau, MO', 'reefer', '2026-12-11', { lengthFt: 53, weightLb: 43_000 }),
    ],
  },
  plain(
    'xm6',
    '2026-12-10T06:55:00-05:00',
    'f@cold-harbor.example',
    'Reefer Norfolk',
    "One of my guys is unloading in Norfolk VA today at 2. He'll be looking for a reload to the Carolinas or Georgia, reefer, 44,000 lbs.",
    {
      trucks: [truck('Norfolk, VA', 'reefer', '2026-12-10', { weightLb: 44_000, destinations: ['NC', 'SC', 'GA'] })],
    },
  ),
  plain(
    'xm7',
    '2026-12-10T07:00:00-06:00',
    'g@sweet-gum.example',
    'TRUCKS',
    'MONROE, LA: 2 FLATBEDS 12/10\nEL DORADO, AR: 1 STEP DECK 12/11\nGREENVILLE, MS: 1 VAN 12/11 GOING TO TN/KY',
    {
      trucks: [
        truck('Monroe, LA', 'flatbed', '2026-12-10', { count: 2 }),
        truck('El Dorado, AR', 'step_deck', '2026-12-11'),
        truck('Greenville, MS', 'van', '2026-12-11', { destinations: ['TN', 'KY'] }),
      ],
    },
  ),
  plain(
    'xm8',
    '2026-12-10T07:05:00-07:00',
    'h@dry-lake.example',
    'Re: anything in Vegas?',
    'Yep, 53 van in Las Vegas now and another one in Henderson tomorrow. Both can do UT, AZ or CA.',
    {
      trucks: [
        truck('Las Vegas, NV', 'van', '2026-12-10', { lengthFt: 53, destinations: ['UT', 'AZ', 'CA'] }),
        truck('Henderson, NV', 'van', '2026-12-11', { lengthFt: 53, destinations: ['UT', 'AZ', 'CA'] }),
      ],
    },
  ),
  plain(
    'xm9',
    '2026-12-10T07:10:00-06:00',
    'i@owl-hollow.example',
    'weekend capacity',
    'Looking for weekend freight: reefer Green Bay WI Saturday, reefer Appleton WI Sunday. Southeast please.',
    {
      trucks: [
        truck('Green Bay, WI', 'reefer', '2026-12-12', { destinations: southeast }),
        truck('Appleton, WI', 'reefer', '2026-12-13', { destinations: southeast }),
      ],
    },
  ),
  plain(
    'xm10',
    '2026-12-10T07:15:00-06:00',
    'j@tar-kiln.example',
    'truck for tomorrow',
    "Good afternoon. I will have a 48' conestoga available in Texarkana, AR tomorrow 12/11 after 10:00. Driver lives in Shreveport and would like to be home Saturday.",
    {
      trucks: [truck('Texarkana, AR', 'conestoga', '2026-12-11', { lengthFt: 48, destinations: ['Shreveport, LA'] })],
    },
  ),
  plain(
    'xm11',
    '2026-12-10T07:20:00-05:00',
    'k@bee-tree.example',
    'Box trucks',
    "26' box trucks ready: Newark NJ (2), Edison NJ (1), Queens NY (1) today only",
    {
      trucks: [
        truck('Newark, NJ', 'box_truck', '2026-12-10', { count: 2, lengthFt: 26 }),
        truck('Edison, NJ', 'box_truck', '2026-12-10', { lengthFt: 26 }),
        truck('Queens, NY', 'box_truck', '2026-12-10', { lengthFt: 26 }),
      ],
    },
  ),
  plain(
    'xm12',
    '2026-12-10T07:25:00-06:00',
    'l@wolf-pen.example',
    'Re: PR-26150',
    'I would do it at 1475. Also have a van in Amarillo on Saturday if you have anything.',
    {
      trucks: [truck('Amarillo, TX', 'van', '2026-12-12')],
      offers: [offer('1475.00', { reference: 'PR-26150' })],
    },
  ),
  plain('xm13', '2026-12-10T07:30:00-06:00', 'm@fox-glove.example', 'Re: PR-26151', '$2,050. Thanks, Mia', {
    offers: [offer('2050.00', { reference: 'PR-26151' })],
  }),
  plain(
    'xm14',
    '2026-12-10T07:35:00-05:00',
    'n@crab-orchard.example',
    'Lane bid',
    'Bid for Knoxville TN to Greensboro NC: $1.95/mile, or $780 flat minimum',
    {
      offers: [offer('780.00', { origin: 'Knoxville, TN', destination: 'Greensboro, NC' })],
    },
  ),
  plain(
    'xm15',
    '2026-12-10T07:40:00-06:00',
    'o@bad-axe.example',
    'Re: PR-26152 status',
    'He got there at 7:30 and is in door 14. Should be empty by 9, then heading to Omaha for his next load.',
  ),
  plain(
    'xm16',
    '2026-12-10T07:45:00-06:00',
    'p@blue-river.example',
    'Your rate',
    'That $1,300 is too cheap for Tulsa to Houston, we will pass.',
  ),
  plain(
    'xm17',
    '2026-12-10T07:50:00-06:00',
    'q@load-finders.example',
    'Freight out of Texas',
    'We have freight out of Laredo and McAllen every day. Vans and reefers needed, quick pay. Call 956-555-0120.',
  ),
  plain(
    'xm18',
    '2026-12-10T07:55:00-06:00',
    'r@pine-knot.example',
    'Change of address',
    'Please note our new address: 900 Mill St, Longview, TX 75601. Remit to stays the same.',
  ),
  plain(
    'xm19',
    '2026-12-10T08:00:00-05:00',
    's@gray-squirrel.example',
    'truck list',
    `Location / Equipment / Date / Wants
Lancaster PA / Van / 12-10 / VA, NC
Reading PA / Van / 12-11 / Anywhere
Hazleton PA / Reefer / 12-11 / GA, FL`,
    {
      trucks: [
        truck('Lancaster, PA', 'van', '2026-12-10', { destinations: ['VA', 'NC'] }),
        truck('Reading, PA', 'van', '2026-12-11'),
        truck('Hazleton, PA', 'reefer', '2026-12-11', { destinations: ['GA', 'FL'] }),
      ],
    },
  ),
  plain(
    'xm20',
    '2026-12-10T08:05:00-06:00',
    't@long-prairie.example',
    'Re: trucks',
    'Nothing today. Tomorrow I should have 2 vans in Fargo and a step deck in Jamestown ND.',
    {
      trucks: [
        truck('Fargo, ND', 'van', '2026-12-11', { count: 2 }),
        truck('Jamestown, ND', 'step_deck', '2026-12-11'),
      ],
    },
  ),
]
