import { plain, type Sample, truck } from './sample'

const table = (rows: readonly string[][], head = true) =>
  `<table>${rows.map((row, at) => `<tr>${row.map((cell) => (head && at === 0 ? `<th>${cell}</th>` : `<td>${cell}</td>`)).join('')}</tr>`).join('')}</table>`

/** Tables of HTML with odd headings, columns of plain text, sheets that came with the mail. */
export const knownTables: readonly Sample[] = [
  {
    ...plain('kt1', '2026-12-01T06:00:00-06:00', 'capacity@blue-sedge.example', 'Capacity report', ''),
    html: `<div>Good morning all,<br>Please see our trucks below.</div>${table([
      ['Avail Date', 'Origin', 'Origin ST', 'Eqp', 'Qty', 'Desired Dest', 'Notes'],
      ['12/1/2026', 'Rockford', 'IL', 'Van', '2', 'Midwest', ''],
      ['12/1/2026', 'Peoria', 'IL', 'Reefer', '1', 'TX, OK', 'team'],
      ['12/2/2026', 'Davenport', 'IA', 'Van', '1', 'Open', ''],
    ])}<p>Thanks,<br>Nora Bell<br>Blue Sedge Transport<br>309-555-0111</p>`,
    trucks: [
      truck('Rockford, IL', 'van', '2026-12-01', {
        count: 2,
        destinations: ['IL', 'IN', 'MI', 'OH', 'WI', 'IA', 'KS', 'MN', 'MO', 'NE', 'ND', 'SD'],
      }),
      truck('Peoria, IL', 'reefer', '2026-12-01', { destinations: ['TX', 'OK'] }),
      truck('Davenport, IA', 'van', '2026-12-02'),
    ],
  },
  {
    ...plain('kt2', '2026-12-02T07:00:00-05:00', 'trucks@kestrel-pike.example', 'Today’s trucks', ''),
    html: `<html><head><style>td{color:red}</style></head><body><table border=1>
      <tr><td><b>Truck #</b></td><td><b>MT City</b></td><td><b>MT Date/Time</b></td><td><b>Type</b></td><td><b>Driver wants</b></td><td><b>Rate</b></td></tr>
      <tr><td>4410</td><td>Knoxville, TN</td><td>12/02 14:00</td><td>DV</td><td>OH PA</td><td>$2.20</td></tr>
      <tr><td>4412</td><td>Roanoke, VA</td><td>12/03 08:00</td><td>DV</td><td>anywhere</td><td></td></tr>
      <tr><td>5001</td><td>Asheville, NC</td><td>12/03 10:00</td><td>RF</td><td>FL</td><td>$2.75</td></tr></table></body></html>`,
    trucks: [
      truck('Knoxville, TN', 'van', '2026-12-02', {
        destinations: ['OH', 'PA'],
        rate: { amount: '2.20', basis: 'per_mile' },
      }),
      truck('Roanoke, VA', 'van', '2026-12-03'),
      truck('Asheville, NC', 'reefer', '2026-12-03', {
        destinations: ['FL'],
        rate: { amount: '2.75', basis: 'per_mile' },
      }),
    ],
  },
  {
    ...plain('kt3', '2026-12-01T08:00:00-07:00', 'ops@sego-freight.example', 'Sego trucks', ''),
    html: `<p><b>TUESDAY 12/1</b></p>${table([
      ['City', 'Trailer', 'Going to'],
      ['Provo UT', '53 reefer', 'CA'],
      ['Elko NV', '48 flat', 'ID / OR'],
    ])}
      <p><b>WEDNESDAY 12/2</b></p>${table([
        ['City', 'Trailer', 'Going to'],
        ['Boise ID', '53 van', ''],
      ])}`,
    trucks: [
      truck('Provo, UT', 'reefer', '2026-12-01', { lengthFt: 53, destinations: ['CA'] }),
      truck('Elko, NV', 'flatbed', '2026-12-01', { lengthFt: 48, destinations: ['ID', 'OR'] }),
      truck('Boise, ID', 'van', '2026-12-02', { lengthFt: 53 }),
    ],
  },
  {
    ...plain('kt4', '2026-12-03T06:30:00-06:00', 'list@burr-oak.example', 'Burr Oak availability', ''),
    html: table(
      [
        ['St. Cloud, MN', 'Van', '12/3', 'x2', 'WI/IL'],
        ['Eau Claire, WI', 'Van', '12/3', 'x1', 'any'],
        ['La Crosse, WI', 'Reefer', '12/4', 'x1', 'MO'],
      ],
      false,
    ),
    trucks: [
      truck('St. Cloud, MN', 'van', '2026-12-03', { count: 2, destinations: ['WI', 'IL'] }),
      truck('Eau Claire, WI', 'van', '2026-12-03'),
      truck('La Crosse, WI', 'reefer', '2026-12-04', { destinations: ['MO'] }),
    ],
  },
  plain(
    'kt5',
    '2026-12-01T05:00:00-06:00',
    'dispatch@gumbo-heron.example',
    'Truck list',
    `ORIGIN            DEST         DATE    EQ    LEN   WT
Shreveport LA     TX/AR        12/01   V     53    45000
Monroe LA         ANY          12/01   F     48    48000
Jackson MS        FL           12/02   R     53    43000`,
    {
      trucks: [
        truck('Shreveport, LA', 'van', '2026-12-01', { lengthFt: 53, weightLb: 45_000, destinations: ['TX', 'AR'] }),
        truck('Monroe, LA', 'flatbed', '2026-12-01', { lengthFt: 48, weightLb: 48_000 }),
        truck('Jackson, MS', 'reefer', '2026-12-02', { lengthFt: 53, weightLb: 43_000, destinations: ['FL'] }),
      ],
    },
  ),
  plain(
    'kt6',
    '2026-12-02T05:20:00-05:00',
    'avail@copper-gate.example',
    'Available',
    `| Location | Equip | Ready | Pref |
|---|---|---|---|
| Akron, OH | Flatbed | Wed | PA, NY |
| Canton, OH | Step Deck | Thu | open |`,
    {
      trucks: [
        truck('Akron, OH', 'flatbed', '2026-12-02', { destinations: ['PA', 'NY'] }),
        truck('Canton, OH', 'step_deck', '2026-12-03'),
      ],
    },
  ),
  {
    ...plain(
      'kt7',
      '2026-12-01T07:15:00-06:00',
      'fleet@mill-pond.example',
      'List attached',
      'Morning! Our list for today is attached.\n\nJune',
    ),
    sheets: [
      {
        name: 'trucks.csv',
        text: 'Unit,Empty City,State,Empty Date,Trailer,Dest Pref\n12,Springfield,MO,12/01/2026,Van,AR TX\n15,Topeka,KS,12/02/2026,Reefer,Any\n',
      },
    ],
    trucks: [
      truck('Springfield, MO', 'van', '2026-12-01', { destinations: ['AR', 'TX'] }),
      truck('Topeka, KS', 'reefer', '2026-12-02'),
    ],
  },
  {
    ...plain('kt8', '2026-12-02T07:15:00-08:00', 'ops@fir-cone.example', 'sheet', 'see attached'),
    sheets: [
      {
        name: 'Available 12-2.xlsx',
        text: 'FIR CONE TRUCKING - AVAILABLE UNITS\n\nCity / ST\tWhen\tWhat\tHow many\nTacoma WA\t12/2\tflat\t3\nBend OR\t12/3\tvan\t1\nTotal\t\t\t4\n',
      },
    ],
    trucks: [truck('Tacoma, WA', 'flatbed', '2026-12-02', { count: 3 }), truck('Bend, OR', 'van', '2026-12-03')],
  },
  {
    ...plain('kt9', '2026-12-04T06:45:00-06:00', 'wes@prairie-wind.example', 'FW: list', ''),
    html: `<div>Trucks for the weekend &amp; Monday:</div><div><br></div><div>Amarillo,&nbsp;TX&nbsp;-&nbsp;Sat&nbsp;-&nbsp;reefer</div><div>Lubbock,&nbsp;TX&nbsp;-&nbsp;Sun&nbsp;-&nbsp;van&nbsp;(2)</div><div>Roswell, NM - Mon - flatbed - AZ</div><div><br></div><div>Wes</div><div>Cell 806-555-0144</div>`,
    trucks: [
      truck('Amarillo, TX', 'reefer', '2026-12-05'),
      truck('Lubbock, TX', 'van', '2026-12-06', { count: 2 }),
      truck('Roswell, NM', 'flatbed', '2026-12-07', { destinations: ['AZ'] }),
    ],
  },
  {
    ...plain('kt10', '2026-12-01T06:00:00-05:00', 'desk@harbor-wren.example', 'Equipment available', ''),
    html: `<table><tr><td colspan=4>HARBOR WREN: equipment available 12/1</td></tr><tr><td>Where</td><td>How far</td><td>Equipment</td><td>Lanes</td></tr>
      <tr><td>Richmond, VA</td><td>100 mi</td><td>53' Van</td><td>NC, SC, GA</td></tr><tr><td>Norfolk VA</td><td>50</td><td>53' Van</td><td>All 48</td></tr></table>`,
    trucks: [
      truck('Richmond, VA', 'van', '2026-12-01', { radius: 100, lengthFt: 53, destinations: ['NC', 'SC', 'GA'] }),
      truck('Norfolk, VA', 'van', '2026-12-01', { radius: 50, lengthFt: 53 }),
    ],
  },
  plain(
    'kt11',
    '2026-12-01T09:00:00-06:00',
    'mia@ash-run.example',
    'trucks',
    `City: Evansville, IN
Date: 12/2
Trailer: 53' dry van
Going: KY or TN

City: Paducah, KY
Date: 12/3
Trailer: flatbed
Going: anywhere`,
    {
      trucks: [
        truck('Evansville, IN', 'van', '2026-12-02', { lengthFt: 53, destinations: ['KY', 'TN'] }),
        truck('Paducah, KY', 'flatbed', '2026-12-03'),
      ],
    },
  ),
  plain(
    'kt12',
    '2026-12-07T06:10:00-06:00',
    'list@dry-fork.example',
    'avail trucks',
    `Van
---
OKC 12/7 (x2)
DFW 12/8
Houston 12/8 - 12/9

Reefer
------
San Antonio 12/7 -> FL, GA
McAllen 12/8`,
    {
      trucks: [
        truck('Oklahoma City, OK', 'van', '2026-12-07', { count: 2 }),
        truck('Dallas, TX', 'van', '2026-12-08'),
        truck('Houston, TX', 'van', '2026-12-08', { to: '2026-12-09' }),
        truck('San Antonio, TX', 'reefer', '2026-12-07', { destinations: ['FL', 'GA'] }),
        truck('McAllen, TX', 'reefer', '2026-12-08'),
      ],
    },
  ),
  plain(
    'kt13',
    '2026-12-01T06:30:00-05:00',
    'cara@fern-creek.example',
    'Tuesday trucks',
    `AL: Birmingham (van), Mobile (flat)
GA: Atlanta (2 vans), Columbus (reefer)
TN: Nashville (van)
All ready today.`,
    {
      trucks: [
        truck('Birmingham, AL', 'van', '2026-12-01'),
        truck('Mobile, AL', 'flatbed', '2026-12-01'),
        truck('Atlanta, GA', 'van', '2026-12-01', { count: 2 }),
        truck('Columbus, GA', 'reefer', '2026-12-01'),
        truck('Nashville, TN', 'van', '2026-12-01'),
      ],
    },
  ),
  plain(
    'kt14',
    '2026-12-02T08:00:00-07:00',
    'lane@sage-hen.example',
    'Sage Hen: available units',
    `Unit 31 - Twin Falls, ID - 12/3 - Reefer - CA/AZ/NV - 43,500 lbs
Unit 32 - Burley, ID - 12/3 - Reefer - open - 43,500 lbs
Unit 40 - Idaho Falls, ID - 12/4 - Step deck 53ft - WY/MT - 46,000 lbs`,
    {
      trucks: [
        truck('Twin Falls, ID', 'reefer', '2026-12-03', { weightLb: 43_500, destinations: ['CA', 'AZ', 'NV'] }),
        truck('Burley, ID', 'reefer', '2026-12-03', { weightLb: 43_500 }),
        truck('Idaho Falls, ID', 'step_deck', '2026-12-04', {
          lengthFt: 53,
          weightLb: 46_000,
          destinations: ['WY', 'MT'],
        }),
      ],
    },
  ),
  plain(
    'kt15',
    '2026-12-03T07:00:00-06:00',
    'bo@catalpa.example',
    'Avail',
    `Today - Joplin MO: 1 v, 1 r
Tomorrow - Springfield MO: 2 v
Sat - Columbia MO: 1 f`,
    {
      trucks: [
        truck('Joplin, MO', 'van', '2026-12-03'),
        truck('Joplin, MO', 'reefer', '2026-12-03'),
        truck('Springfield, MO', 'van', '2026-12-04', { count: 2 }),
        truck('Columbia, MO', 'flatbed', '2026-12-05'),
      ],
    },
  ),
]
