import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs'

interface Site {
  name: string
  city: string
  region: string
  postal: string
  zone: string
}

/** What the shipper ships, as the file of freight tells it. */
export interface Freight {
  name: string
  user: string
  password: string
  sites: Site[]
  lanes: {
    from: number
    to: number
    equipment: string
    weightLb: number
    temp: [number, number] | null
    hours: number
    usd: number
  }[]
}

export type TenderState = 'open' | 'accepted' | 'declined' | 'taken back' | 'given to another'

/** A tender as the shipper's page shows it. */
export interface Listed {
  id: string
  list: 'cold' | 'dry'
  state: TenderState
  answerBy: string
  trailer: string
  pounds: number
  pays: number
  from: string
  ready: string
  to: string
  due: string
  degrees: string
  remarks: string
  /** Every answer that came, with its remark. */
  answers: { say: string; because: string; at: number }[]
}

const hour = 3_600_000
const remarks = ['Washed out trailer', 'Appointment at delivery', '', 'Ask for the grading house']

/** The shipper's tenders, kept in a file. */
export class Tenders {
  readonly all: Listed[]
  private number: number

  constructor(
    private readonly freight: Freight,
    private readonly file: string,
  ) {
    const kept = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : { number: 0, all: [] }
    this.all = kept.all
    this.number = kept.number
  }

  add(luck: () => number): Listed {
    const lane = this.freight.lanes[Math.floor(luck() * this.freight.lanes.length)]!
    const [from, to] = [this.freight.sites[lane.from]!, this.freight.sites[lane.to]!]
    const now = Date.now()
    const ready = Math.ceil((now + (22 + luck() * 70) * hour) / hour) * hour
    const due =
      Math.ceil((ready + (lane.hours * 1.1 + Math.floor(lane.hours / 10) * 10 + 6 + luck() * 10) * hour) / hour) * hour
    const listed: Listed = {
      id: `CH-${String(7000 + ++this.number)}`,
      list: lane.equipment === 'reefer' ? 'cold' : 'dry',
      state: 'open',
      answerBy: local(now + (1 + luck() * 5) * hour, from.zone),
      trailer: lane.equipment === 'reefer' ? 'Cold trailer' : 'Dry trailer',
      pounds: lane.weightLb,
      pays: Math.round(lane.usd * (0.95 + luck() * 0.2)),
      from: placeWords(from),
      ready: `${local(ready, from.zone)} to ${local(ready + 3 * hour, from.zone)}`,
      to: placeWords(to),
      due: `${local(due - 3 * hour, to.zone)} to ${local(due, to.zone)}`,
      degrees: lane.temp ? `${lane.temp[0]} to ${lane.temp[1]}` : '',
      remarks: remarks[Math.floor(luck() * remarks.length)]!,
      answers: [],
    }
    this.all.push(listed)
    this.keep()
    return listed
  }

  /** The first answer counts; what comes after it changes nothing. */
  answer(id: string, say: string, because: string): Listed | null {
    const listed = this.all.find((each) => each.id === id)
    if (!listed) return null
    listed.answers.push({ say, because, at: Date.now() })
    if (listed.state === 'open') listed.state = say === 'yes' ? 'accepted' : 'declined'
    this.keep()
    return listed
  }

  change(id: string, change: Partial<Listed>): Listed | null {
    const listed = this.all.find((each) => each.id === id)
    if (listed) Object.assign(listed, change)
    this.keep()
    return listed ?? null
  }

  remove(id: string): void {
    const at = this.all.findIndex((each) => each.id === id)
    if (at >= 0) this.all.splice(at, 1)
    this.keep()
  }

  private keep(): void {
    writeFileSync(`${this.file}.new`, JSON.stringify({ number: this.number, all: this.all }))
    renameSync(`${this.file}.new`, this.file)
  }
}

const placeWords = ({ name, city, region, postal }: Site) => `${name} | ${city}, ${region} ${postal}`

/** `11/30/2026 08:00`, by the clock of the place. */
function local(instant: number, zone: string): string {
  const parts = Object.fromEntries(
    new Intl.DateTimeFormat('en-CA', {
      timeZone: zone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    })
      .formatToParts(instant)
      .map(({ type, value }) => [type, value]),
  )
  return `${parts.month}/${parts.day}/${parts.year} ${parts.hour}:${parts.minute}`
}
