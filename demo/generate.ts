import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fitRates } from '#core/rates/fit-rates'
import { type Db, inTransaction } from '#server/db.server'
import { locatePrefix } from '#server/rates/locate'
import { placeRateModel } from '#server/rates/model'
import { readPastPrices } from '#server/rates/past-prices'
import { carrier, registerRecord } from '#server/schema'
import { keepVerdicts, nightOrder, noteLastLoads } from '#server/vetting/sweep'
import { writeBidProjects } from './bids'
import { writeCapacity } from './capacity'
import { writeCarrierDay } from './carriers'
import { writeHistory } from './history'
import { writeOpenLoads } from './open-loads'
import type { PartnerWires } from './partner-wires'
import { writePartners } from './partners'
import { writeQuotes } from './quotes'
import { chance } from './random'
import { writeRollingLoads } from './rolling'
import { settleWorld } from './settle'

export interface DemoPlan {
  seed: number
  pastLoads: number
  now: number
  /** Where trading partners listen; without it there are none. */
  wires?: PartnerWires
}

/** Makes the whole demo brokerage in an empty database, relative to `now`. */
export async function generateDemo(db: Db, plan: DemoPlan): Promise<void> {
  const luck = chance(plan.seed)
  const world = await settleWorld(db, plan.now, luck)
  inTransaction(db, () => writeHistory(db, world, plan.pastLoads, plan.now, luck))
  writeOpenLoads(db, world, plan.now, luck)
  // Quotes are priced by what was learnt of the past, as on any other day.
  placeRateModel(fitRates(readPastPrices(db, { now: plan.now }), { locate: locatePrefix }), plan.now)
  inTransaction(db, () => writeQuotes(db, world, plan.now, chance(plan.seed + 1)))
  inTransaction(db, () => writeBidProjects(db, world, plan.now, chance(plan.seed + 4)))
  // Before the partners: the codes they use are given by how busy a place is.
  inTransaction(db, () => writeRollingLoads(db, world, plan.now, chance(plan.seed + 3)))
  const { wires } = plan
  if (wires) inTransaction(db, () => writePartners(db, wires, plan.now, chance(plan.seed + 2)))
  await writeCarrierDay(db, plan.now)
  await writeCapacity(db, plan.now, chance(plan.seed + 5))
  noteLastLoads(db)
  inTransaction(db, () => keepVerdicts(db, nightOrder(db), plan.now))
  db.$client.exec('analyze')
}

/** The carriers that listen to the board, as the board stand-in reads them: a file, nothing of ours. */
export function writeBoardMembers(db: Db, folder: string): void {
  const members = db
    .select({ mc: carrier.mcNumber, name: carrier.name, mail: carrier.mail, phone: carrier.phone })
    .from(carrier)
    .limit(200)
    .all()
  writeFileSync(join(folder, 'board-members.json'), JSON.stringify(members))
}

/** Our carriers as the register stand-in tells them: a file, nothing of ours. */
export function writeRegisterMembers(db: Db, folder: string): void {
  const carriers = db
    .select({ record: registerRecord.record })
    .from(registerRecord)
    .all()
    .map(({ record }) => record)
  writeFileSync(join(folder, 'register-members.json'), JSON.stringify({ madeAt: Date.now(), carriers }))
}
