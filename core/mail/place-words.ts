/** Short names that the trade has for cities; those that are words too count in capitals only. */
const cities: readonly (readonly [words: string, city: string, region: string, inCapitals?: boolean])[] = [
  ['slc', 'Salt Lake City', 'UT'],
  ['salt lake', 'Salt Lake City', 'UT'],
  ['dfw', 'Dallas', 'TX'],
  ['atl', 'Atlanta', 'GA'],
  ['okc', 'Oklahoma City', 'OK'],
  ['kc', 'Kansas City', 'MO'],
  ['kcmo', 'Kansas City', 'MO'],
  ['stl', 'St. Louis', 'MO'],
  ['phx', 'Phoenix', 'AZ'],
  ['las', 'Las Vegas', 'NV', true],
  ['vegas', 'Las Vegas', 'NV'],
  ['lax', 'Los Angeles', 'CA'],
  ['l a', 'Los Angeles', 'CA'],
  ['nyc', 'New York', 'NY'],
  ['new york', 'New York', 'NY'],
  ['chi', 'Chicago', 'IL', true],
  ['chitown', 'Chicago', 'IL'],
  ['msp', 'Minneapolis', 'MN'],
  ['mpls', 'Minneapolis', 'MN'],
  ['twin cities', 'Minneapolis', 'MN'],
  ['mke', 'Milwaukee', 'WI'],
  ['indy', 'Indianapolis', 'IN'],
  ['philly', 'Philadelphia', 'PA'],
  ['phl', 'Philadelphia', 'PA'],
  ['nola', 'New Orleans', 'LA'],
  ['jax', 'Jacksonville', 'FL'],
  ['pdx', 'Portland', 'OR'],
  ['sea', 'Seattle', 'WA', true],
  ['abq', 'Albuquerque', 'NM'],
  ['cle', 'Cleveland', 'OH', true],
  ['cincy', 'Cincinnati', 'OH'],
  ['cbus', 'Columbus', 'OH'],
  ['clt', 'Charlotte', 'NC'],
  ['bna', 'Nashville', 'TN'],
  ['mem', 'Memphis', 'TN', true],
  ['den', 'Denver', 'CO', true],
  ['elp', 'El Paso', 'TX', true],
  ['sat', 'San Antonio', 'TX', true],
  ['hou', 'Houston', 'TX', true],
  ['dal', 'Dallas', 'TX', true],
  ['ftw', 'Fort Worth', 'TX'],
  ['ft worth', 'Fort Worth', 'TX'],
  ['bham', 'Birmingham', 'AL'],
  ['g boro', 'Greensboro', 'NC'],
  ['gso', 'Greensboro', 'NC'],
  ['gsp', 'Greenville', 'SC'],
  ['grr', 'Grand Rapids', 'MI'],
  ['det', 'Detroit', 'MI', true],
  ['pitt', 'Pittsburgh', 'PA'],
  ['pgh', 'Pittsburgh', 'PA'],
  ['balt', 'Baltimore', 'MD'],
  ['bos', 'Boston', 'MA', true],
  ['mia', 'Miami', 'FL', true],
  ['orl', 'Orlando', 'FL'],
  ['tpa', 'Tampa', 'FL'],
  ['lou', 'Louisville', 'KY', true],
  ['lex', 'Lexington', 'KY', true],
  ['lit', 'Little Rock', 'AR', true],
  ['tul', 'Tulsa', 'OK', true],
  ['ict', 'Wichita', 'KS'],
  ['oma', 'Omaha', 'NE', true],
  ['dsm', 'Des Moines', 'IA'],
  ['fsd', 'Sioux Falls', 'SD'],
  ['boi', 'Boise', 'ID'],
  ['spo', 'Spokane', 'WA', true],
  ['sac', 'Sacramento', 'CA', true],
  ['sacto', 'Sacramento', 'CA'],
  ['frisco', 'San Francisco', 'CA', true],
  ['tuc', 'Tucson', 'AZ', true],
  ['rno', 'Reno', 'NV'],
  ['lbc', 'Long Beach', 'CA'],
  ['sf', 'San Francisco', 'CA', true],
  ['corpus', 'Corpus Christi', 'TX'],
  ['ft wayne', 'Fort Wayne', 'IN'],
  ['ft smith', 'Fort Smith', 'AR'],
  ['nogales', 'Nogales', 'AZ'],
  ['calexico', 'Calexico', 'CA'],
  ['pharr', 'Pharr', 'TX'],
]

export interface ShortName {
  city: string
  region: string
  /** A word too: a city in capitals only. */
  inCapitals?: boolean
}

export const shortNames: Record<string, ShortName> = Object.fromEntries(
  cities.map(([words, city, region, inCapitals]) => [words, { city, region, inCapitals }]),
)

/** Words that are also names of cities: alone they are words. */
export const commonWords: ReadonlySet<string> = new Set(
  `a an the van vans flat flats step box reefer mobile reading orange enterprise commerce industry independence hope may best price driver
  drivers west east north south central union cash pay gas call miles load loads most will page early male normal opportunity friendly
  home green white brown black gray young long short big large high low new old hot cold good great fair clear clean fresh market center
  centre trucks truck trailer trailers team solo open empty ready now today tomorrow monday tuesday wednesday thursday friday saturday sunday
  mon tue wed thu fri sat sun mt avail available rate rates best any all one two three four five six seven eight nine ten need needs want wants
  looking going heading prefer prefers dispatch dispatcher office thanks thank regards hello hi hey morning afternoon evening night date city
  state type origin destination equipment notes note list update week weekend please let know can could would may might must should
  have has had this that these those there here with from into over under after before between near around about only just also
  still back then when where what which who why how max min weight length tarps straps chains load run runs running haul hauls
  us usa me my our your his her its their him them they he she it we you i is are was were be been being do does did
  not no yes ok okay sure maybe plus per mile mi day days hours hour am pm noon lbs lb ft feet foot by at on in of to for and or but so if
  as up out off down price sent set get gets got give gave take takes took make made see saw say said tell told ask asks
  january february march april june july august september october november december jan feb mar apr jun jul aug sep oct nov dec
  gold silver iron stone rock hill lake river bay beach park falls springs forest garden grove mill bridge ford field view
  sterling liberty freedom justice victory concord golden superior paradise eden loving faith charity grace angel star moon
  bull bear wolf eagle hawk dove lion mission temple church college university school hospital airport port harbor
  man men boy king queen prince duke earl knight bishop parker carter baker cook mason taylor turner walker miller smith
  jackson johnson davis wilson moore thomas white harris martin lewis clark hall allen wright scott adams nelson hill
  austin madison carson lincoln jefferson franklin marion clinton monroe houston troy tyler logan mason paris milan rome
  deal dealer sale buy sell cost free special order item unit units total sum part parts full half
  regular direct express transport transportation trucking freight logistics carrier carriers lines line inc llc company
  power only dry wet temp cooler freezer frozen produce steel lumber pipe
  prime amazon global national american
  plain plains valley summit ridge canyon mesa
  page book form note number phone cell fax email mail web site
  el la los las san santa de del en un una hay esta estan listo lista
  pico ventura anna
  bell buckeye`.split(/\s+/),
)
for (const word of 'jackson austin madison lincoln houston troy tyler logan paris carson marion franklin clinton monroe ventura buckeye mason mission temple concord concord'.split(
  ' ',
))
  (commonWords as Set<string>).delete(word)
