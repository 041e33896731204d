/** A place that a partner ships from or to, under its own code. */
export interface Site {
  code: string
  name: string
  street: string
  city: string
  region: string
  postal: string
  zone: string
}

export interface Lane {
  from: number
  to: number
  equipment: string
  weightLb: number
  temp: [number, number] | null
  hours: number
  usd: number
}

/** A trading partner as the file of members tells it: its names, its habits, its freight. */
export interface Member {
  key: string
  name: string
  street: string
  city: string
  region: string
  postal: string
  customerCode: string
  transport: 'folder' | 'http'
  inUrl: string
  secret: string
  qualifier: string
  id: string
  brokerQualifier: string
  brokerId: string
  scac: string
  version: string
  element: string
  component: string
  segment: string
  repetition: string
  lineEnd: string
  usage: 'T' | 'P'
  zoneCode: string
  zone: string
  /** Hours given to answer. */
  respondHours: number
  multiStop: boolean
  sites: Site[]
  lanes: Lane[]
}
