import { asc, eq } from 'drizzle-orm'
import { momentWithOffset } from '#core/mail/date-header'
import { addDays, dayOf, toLocal } from '#core/time/local'
import type { TruckFacts } from '#core/truck/truck'
import type { Db } from '#server/db.server'
import { receiveMail } from '#server/message/receive'
import { placeNamed } from '#server/place/named'
import { carrier, load } from '#server/schema'
import { actOnTrucks } from '#server/truck/act'
import { zone } from './past-quotes'
import type { Chance } from './random'
import { inesId } from './world'

const by = { kind: 'person' as const, id: inesId, name: 'Ines Calloway' }

const aroundUs = [
  ...['Boise, ID', 'Twin Falls, ID', 'Idaho Falls, ID', 'Ogden, UT', 'Salt Lake City, UT', 'Yakima, WA', 'Spokane, WA'],
  ...[
    'Denver, CO',
    'Billings, MT',
    'Laredo, TX',
    'Tulsa, OK',
    'Spartanburg, SC',
    'Charlotte, NC',
    'Fargo, ND',
    'Phoenix, AZ',
  ],
]
const wishes: readonly (readonly string[])[] = [
  [],
  [],
  [],
  ['CA', 'OR'],
  ['TX', 'OK'],
  ['WA'],
  ['CO', 'UT'],
  ['OH', 'IN', 'IL'],
  ['Phoenix, AZ'],
]

/** Trucks that carriers reported on the phone this morning, and the morning's email with theirs. */
export async function writeCapacity(db: Db, now: number, luck: Chance): Promise<void> {
  const carriers = db
    .select({ id: carrier.id, mail: carrier.mail, equipment: carrier.equipment })
    .from(carrier)
    .orderBy(asc(carrier.id))
    .limit(40)
    .all()
    .filter(({ equipment }) => equipment.length > 0)
  const today = dayOf(toLocal(now, zone))
  for (let turn = 0; turn < 14; turn++) {
    const { id, equipment } = luck.pick(carriers)
    const { city, region, lat, lon } = placeNamed(luck.pick(aroundUs))!
    const facts: TruckFacts = {
      ...{ city, region, lat, lon, equipment: luck.pick(equipment), count: luck.yes(0.8) ? 1 : 2 },
      ...{ fromDay: addDays(today, luck.whole(0, 4)), toDay: null, radiusMiles: luck.yes(0.3) ? 200 : null },
      ...{ destinations: [...luck.pick(wishes)], avoids: [], lengthFt: 53, weightLb: 44_000 },
      ...(luck.yes(0.3)
        ? { rateMinor: luck.whole(210, 290), rateBasis: 'per_mile' as const }
        : { rateMinor: null, rateBasis: null }),
    }
    const at = now - luck.whole(10, 200) * 60_000
    actOnTrucks(db, { intent: 'note_truck', carrierId: id, facts }, { now: at, by })
  }
  const senders = carriers.filter(({ mail }) => mail !== '').slice(4, 7)
  const open = db.select({ number: load.number }).from(load).where(eq(load.state, 'uncovered')).limit(1).get()
  for (const [at, text] of morningMail(open?.number ?? '').entries()) {
    const sender = senders[at]?.mail ?? `dispatch@far-heron.example`
    await receiveMail(
      db,
      letter(sender, text, now - (90 - at * 20) * 60_000, at),
      ['desk@ploverrook.example'],
      now - (90 - at * 20) * 60_000,
    )
  }
}

/** What carriers wrote, in their own ways. */
const morningMail = (loadNumber: string): { subject: string; text: string }[] => [
  {
    subject: 'Trucks this week',
    text: `Good morning,

TODAY
Twin Falls, ID - 53' reefer - CA, OR
Pocatello ID - 2 vans - anywhere
TOMORROW
Ogden, UT - 48' flatbed - 2.55/mi, no NYC

Thanks,
Dispatch`,
  },
  {
    subject: 'reefer boise',
    text: `Got a reefer in Boise tomorrow am, 44k, wants to get to AZ or southern CA. Can do ${loadNumber} for 1,975.`,
  },
  {
    subject: 'Disponible',
    text: 'Hola, tenemos 1 caja seca en Laredo TX hoy y 2 plataformas en El Paso TX mañana. Van para Oklahoma o Colorado.\n\nEnviado desde mi celular',
  },
]

function letter(
  from: string,
  { subject, text }: { subject: string; text: string },
  at: number,
  number: number,
): string {
  // By the carrier's own clock: `tomorrow` is counted from it.
  const local = momentWithOffset(at, zone)
  const date = new Date(`${local.slice(0, 19)}Z`).toUTCString().replace('GMT', local.slice(19).replace(':', ''))
  const head = [
    `From: ${from}`,
    'To: desk@ploverrook.example',
    `Subject: ${subject}`,
    `Date: ${date}`,
    `Message-ID: <morning-${number}-${at}@carriers.example>`,
  ]
  return [...head, 'MIME-Version: 1.0', 'Content-Type: text/plain; charset=utf-8', '', text].join('\r\n')
}
