import { plain, type Sample, truck } from './sample'

/** Tables, columns and sheets that a reader is judged by. */
export const heldOutTables: readonly Sample[] = [
  {
    ...plain('xt1', '2026-12-01T06:00:00-06:00', 'capacity@straw-hawk.example', 'Trucks 12/1', ''),
    html: `<p>Team,</p><table border="1"><thead><tr><th>Pickup City</th><th>ST</th><th>Ready</th><th>Equipment Type</th><th># Trucks</th><th>Preferred Destination</th></tr></thead><tbody>
<tr><td>Houston</td><td>TX</td><td>12/01</td><td>Step Deck</td><td>2</td><td>Anywhere</td></tr>
<tr><td>Beaumont</td><td>TX</td><td>12/02</td><td>Flatbed</td><td>1</td><td>OK / KS</td></tr>
<tr><td>Victoria</td><td>TX</td><td>12/02</td><td>Flatbed</td><td>1</td><td>Colorado</td></tr></tbody></table>`,
    trucks: [
      truck('Houston, TX', 'step_deck', '2026-12-01', { count: 2 }),
      truck('Beaumont, TX', 'flatbed', '2026-12-02', { destinations: ['OK', 'KS'] }),
      truck('Victoria, TX', 'flatbed', '2026-12-02', { destinations: ['CO'] }),
    ],
  },
  {
    ...plain('xt2', '2026-12-02T07:10:00-05:00', 'fleet@wet-fern.example', 'Wet Fern empties', ''),
    html: `<div dir="ltr"><div>Morning</div><table><tbody><tr><td>Date</td><td>Location</td><td>Trailer</td><td>Wants to go</td><td>Min RPM</td></tr><tr><td>Wed</td><td>Allentown, PA</td><td>53V</td><td>VA</td><td>2.40</td></tr><tr><td>Wed</td><td>York, PA</td><td>53R</td><td>FL or GA</td><td>2.65</td></tr><tr><td>Thu</td><td>Hagerstown, MD</td><td>53V</td><td>Open</td><td></td></tr></tbody></table><div>-- <br>Uma Reyes</div></div>`,
    trucks: [
      truck('Allentown, PA', 'van', '2026-12-02', {
        lengthFt: 53,
        destinations: ['VA'],
        rate: { amount: '2.40', basis: 'per_mile' },
      }),
      truck('York, PA', 'reefer', '2026-12-02', {
        lengthFt: 53,
        destinations: ['FL', 'GA'],
        rate: { amount: '2.65', basis: 'per_mile' },
      }),
      truck('Hagerstown, MD', 'van', '2026-12-03', { lengthFt: 53 }),
    ],
  },
  plain(
    'xt3',
    '2026-12-01T05:45:00-07:00',
    'list@juniper-owl.example',
    'AVAILABLE',
    `CITY              ST   DATE    TYPE      DESTINATION
GRAND JUNCTION    CO   12/1    FLATBED   UT, NV
FARMINGTON        NM   12/2    STEP      TX
DURANGO           CO   12/2    VAN       OPEN`,
    {
      trucks: [
        truck('Grand Junction, CO', 'flatbed', '2026-12-01', { destinations: ['UT', 'NV'] }),
        truck('Farmington, NM', 'step_deck', '2026-12-02', { destinations: ['TX'] }),
        truck('Durango, CO', 'van', '2026-12-02'),
      ],
    },
  ),
  {
    ...plain(
      'xt4',
      '2026-12-03T06:00:00-06:00',
      'a@corn-lark.example',
      'Availability',
      'Attached please find availability. Art',
    ),
    sheets: [
      {
        name: 'avail.csv',
        text: 'Date Available;City;State;Trailer Type;Length;Destination\n2026-12-03;Waterloo;IA;Van;53;IL\n2026-12-04;Mason City;IA;Reefer;53;\n',
      },
    ],
    trucks: [
      truck('Waterloo, IA', 'van', '2026-12-03', { lengthFt: 53, destinations: ['IL'] }),
      truck('Mason City, IA', 'reefer', '2026-12-04', { lengthFt: 53 }),
    ],
  },
  {
    ...plain(
      'xt5',
      '2026-12-02T06:00:00-05:00',
      'ops@pond-heron.example',
      'Open trucks',
      'Today and tomorrow in the sheet.',
    ),
    sheets: [
      {
        name: 'open.xlsx',
        text: 'Open trucks\n\nTruck\tEmpty at\tEmpty on\tEquip\tPrefers\nA12\tRochester, NY\t12/2/2026\tDry Van 53\tOH\nA19\tUtica, NY\t12/3/2026\tDry Van 53\t\nA22\tErie, PA\t12/3/2026\tReefer 53\tWI, MN\n',
      },
    ],
    trucks: [
      truck('Rochester, NY', 'van', '2026-12-02', { lengthFt: 53, destinations: ['OH'] }),
      truck('Utica, NY', 'van', '2026-12-03', { lengthFt: 53 }),
      truck('Erie, PA', 'reefer', '2026-12-03', { lengthFt: 53, destinations: ['WI', 'MN'] }),
    ],
  },
  plain(
    'xt6',
    '2026-12-04T08:00:00-06:00',
    'desk@brook-teal.example',
    'Brook Teal list',
    `*** FRIDAY ***
Dallas TX ....... 53 van ....... OK, AR
Tyler TX ........ 53 reefer .... open
*** SATURDAY ***
Waco TX ......... 48 flatbed ... LA`,
    {
      trucks: [
        truck('Dallas, TX', 'van', '2026-12-04', { lengthFt: 53, destinations: ['OK', 'AR'] }),
        truck('Tyler, TX', 'reefer', '2026-12-04', { lengthFt: 53 }),
        truck('Waco, TX', 'flatbed', '2026-12-05', { lengthFt: 48, destinations: ['LA'] }),
      ],
    },
  ),
  plain(
    'xt7',
    '2026-12-01T07:00:00-05:00',
    'cap@ridge-kite.example',
    'Trucks for the week',
    `Van - Roanoke, VA - 12/1 - any direction
Van - Lynchburg, VA - 12/1 - NC/SC
Reefer - Charleston, WV - 12/2 - OH/IN - $2.50/mi
Flat w/ tarps - Bluefield, WV - 12/3 - KY`,
    {
      trucks: [
        truck('Roanoke, VA', 'van', '2026-12-01'),
        truck('Lynchburg, VA', 'van', '2026-12-01', { destinations: ['NC', 'SC'] }),
        truck('Charleston, WV', 'reefer', '2026-12-02', {
          destinations: ['OH', 'IN'],
          rate: { amount: '2.50', basis: 'per_mile' },
        }),
        truck('Bluefield, WV', 'flatbed', '2026-12-03', { destinations: ['KY'] }),
      ],
    },
  ),
  {
    ...plain('xt8', '2026-12-02T08:00:00-08:00', 'trucks@drift-pine.example', 'Drift Pine trucks', ''),
    html: `<ul><li>Spokane, WA &ndash; Thursday &ndash; 53&#39; van &ndash; going MT</li><li>Yakima, WA &ndash; Thursday &ndash; reefer &ndash; going CA/AZ</li><li>Boise, ID &ndash; Friday &ndash; flatbed</li></ul><p>Bo Lind<br>Drift Pine Lines<br>MC 558102</p>`,
    trucks: [
      truck('Spokane, WA', 'van', '2026-12-03', { lengthFt: 53, destinations: ['MT'] }),
      truck('Yakima, WA', 'reefer', '2026-12-03', { destinations: ['CA', 'AZ'] }),
      truck('Boise, ID', 'flatbed', '2026-12-04'),
    ],
  },
  plain(
    'xt9',
    '2026-12-07T05:30:00-06:00',
    'mo@mud-swift.example',
    'week of 12/7',
    `Mon: Salina KS hopper, Hays KS hopper
Tue: Great Bend KS hopper (going NE)
Wed: no trucks
Thu: Dodge City KS 2 hoppers`,
    {
      trucks: [
        truck('Salina, KS', 'hopper', '2026-12-07'),
        truck('Hays, KS', 'hopper', '2026-12-07'),
        truck('Great Bend, KS', 'hopper', '2026-12-08', { destinations: ['NE'] }),
        truck('Dodge City, KS', 'hopper', '2026-12-10', { count: 2 }),
      ],
    },
  ),
  plain(
    'xt10',
    '2026-12-01T06:40:00-05:00',
    'sam@slow-otter.example',
    'Trucks',
    `Equipment: 53' reefer
Location: Albany, GA
Available: 12/2
Destination: NJ, PA
Weight: 43,000

Equipment: 53' van
Location: Dothan, AL
Available: 12/3
Destination: open`,
    {
      trucks: [
        truck('Albany, GA', 'reefer', '2026-12-02', { lengthFt: 53, weightLb: 43_000, destinations: ['NJ', 'PA'] }),
        truck('Dothan, AL', 'van', '2026-12-03', { lengthFt: 53 }),
      ],
    },
  ),
  plain(
    'xt11',
    '2026-12-01T06:40:00-06:00',
    'zoe@bent-reed.example',
    'AVAILABLE EQUIPMENT',
    `VANS:
ST LOUIS, MO - 12/1 - 2 TRUCKS
EFFINGHAM, IL - 12/1
FLATS:
CAPE GIRARDEAU, MO - 12/2 - WANTS TN OR AL`,
    {
      trucks: [
        truck('St. Louis, MO', 'van', '2026-12-01', { count: 2 }),
        truck('Effingham, IL', 'van', '2026-12-01'),
        truck('Cape Girardeau, MO', 'flatbed', '2026-12-02', { destinations: ['TN', 'AL'] }),
      ],
    },
  ),
  {
    ...plain('xt12', '2026-12-03T07:30:00-05:00', 'list@high-shoal.example', 'Equipment', ''),
    html: `<table><tr><th>Carrier: High Shoal</th><th></th><th></th></tr><tr><th>Where</th><th>Trailer</th><th>Avail</th></tr><tr><td>Hickory NC</td><td>Van (53)</td><td>12/3 PM</td></tr><tr><td>Rock Hill SC</td><td>Van (53)</td><td>12/4 AM</td></tr></table>`,
    trucks: [
      truck('Hickory, NC', 'van', '2026-12-03', { lengthFt: 53 }),
      truck('Rock Hill, SC', 'van', '2026-12-04', { lengthFt: 53 }),
    ],
  },
  plain(
    'xt13',
    '2026-12-01T07:00:00-06:00',
    'rex@lost-creek.example',
    'Flatbeds',
    `12/1
Birmingham AL (3)
Tuscaloosa AL (1) -> MS
12/2
Huntsville AL (2) -> TN/KY
All flatbeds, 48k`,
    {
      trucks: [
        truck('Birmingham, AL', 'flatbed', '2026-12-01', { count: 3, weightLb: 48_000 }),
        truck('Tuscaloosa, AL', 'flatbed', '2026-12-01', { weightLb: 48_000, destinations: ['MS'] }),
        truck('Huntsville, AL', 'flatbed', '2026-12-02', { count: 2, weightLb: 48_000, destinations: ['TN', 'KY'] }),
      ],
    },
  ),
  plain(
    'xt14',
    '2026-12-02T07:00:00-06:00',
    'jan@barn-owl.example',
    'Trucks',
    'City\tDate\tEquip\tDest\nMankato MN\t12/2\tV\tIA\nWinona MN\t12/3\tR\tany\nAustin MN\t12/3\tR\tCO, UT',
    {
      trucks: [
        truck('Mankato, MN', 'van', '2026-12-02', { destinations: ['IA'] }),
        truck('Winona, MN', 'reefer', '2026-12-03'),
        truck('Austin, MN', 'reefer', '2026-12-03', { destinations: ['CO', 'UT'] }),
      ],
    },
  ),
  plain(
    'xt15',
    '2026-12-04T06:00:00-05:00',
    'bea@mint-rail.example',
    'Fri list',
    `Ohio:
 - Lima 53 van today
 - Dayton 53 van today
Indiana:
 - Muncie 53 reefer tomorrow`,
    {
      trucks: [
        truck('Lima, OH', 'van', '2026-12-04', { lengthFt: 53 }),
        truck('Dayton, OH', 'van', '2026-12-04', { lengthFt: 53 }),
        truck('Muncie, IN', 'reefer', '2026-12-05', { lengthFt: 53 }),
      ],
    },
  ),
]
