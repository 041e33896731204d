import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { databasePath, openDatabase } from '#server/db.server'
import { type BoardWires, connectBoards } from '../demo/boards'
import { generateDemo, writeBoardMembers, writeRegisterMembers } from '../demo/generate'
import { type PartnerWires, writePartnerMembers, writeSiteFreight } from '../demo/partner-wires'

/** Makes the demo world in a folder unless it is there already; whether it was made. */
export async function makeWorld(
  folder: string,
  plan: { seed: number; pastLoads: number; wires?: PartnerWires & BoardWires & { application: string } },
): Promise<boolean> {
  const path = databasePath(folder)
  if (existsSync(path)) return false
  mkdirSync(folder, { recursive: true })
  // Made beside and moved when whole: a world half made is never started on.
  const making = join(folder, 'making.db')
  for (const suffix of ['', '-wal', '-shm']) rmSync(making + suffix, { force: true })
  const db = openDatabase(making, { durable: false })
  await generateDemo(db, { ...plan, now: Date.now() })
  writeBoardMembers(db, folder)
  if (plan.wires) connectBoards(db, plan.wires, Date.now())
  writeRegisterMembers(db, folder)
  if (plan.wires) {
    writePartnerMembers(db, folder, plan.wires.application)
    writeSiteFreight(db, folder)
  }
  db.$client.pragma('wal_checkpoint(TRUNCATE)')
  db.$client.close()
  renameSync(making, path)
  return true
}
