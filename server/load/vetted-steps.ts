import { eq } from 'drizzle-orm'
import type { OwnWords } from '#core/confirmation/own-words'
import type { GateAsked } from '#core/load/command'
import { phoneDigits } from '#core/register/phone'
import type { Viewer } from '#server/access/viewer'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import type { Outcome } from '#server/kernel/run'
import { notesTell } from '#server/posting/screen'
import { load } from '#server/schema'
import { askGateAgain } from '#server/vetting/gate'
import { carryOut } from './commands'

export interface Dispatching {
  override: string | null
  driver?: { name: string; phone: string; truck: string }
}

/** Dispatches a load: the driver's name, phone and truck are kept, and the gate is asked once more, what was passed at the award left out. */
export function dispatch(db: Db, loadId: number, asked: Dispatching, viewer: Viewer, act: Act): Outcome {
  if (asked.driver) keepDriver(db, loadId, asked.driver)
  return carryOut(
    db,
    loadId,
    () => ({ kind: 'advance', to: 'dispatched', gate: gateAgain(db, loadId, asked.override, viewer, act.now) }),
    act,
  )
}

/** Sends the rate confirmation, or sends it again: not to a carrier whom the gate would no longer pass, unless somebody who may says why. */
export function sendConfirmation(
  db: Db,
  loadId: number,
  asked: { to: string; again: boolean; override: string | null; despite: boolean } & OwnWords,
  viewer: Viewer,
  act: Act,
): Outcome {
  return carryOut(
    db,
    loadId,
    () => ({
      kind: 'send_confirmation',
      to: asked.to,
      again: asked.again,
      own: { subject: asked.subject, message: asked.message },
      tells: asked.despite ? [] : notesTell(db, loadId, [asked.subject, asked.message]),
      gate: gateAgain(db, loadId, asked.override, viewer, act.now),
    }),
    act,
  )
}

const gateAgain = (db: Db, loadId: number, override: string | null, { role }: Viewer, now: number): GateAsked =>
  askGateAgain(db, db.select().from(load).where(eq(load.id, loadId)).get()!, { override, role }, now)

/** What was reported of the driver stays, also where the gate holds the dispatch: it is what the gate looks at. */
function keepDriver(db: Db, loadId: number, driver: NonNullable<Dispatching['driver']>): void {
  const orNull = (text: string) => (text === '' ? null : text)
  db.update(load)
    .set({
      driverName: orNull(driver.name),
      driverPhone: phoneDigits(driver.phone),
      truckNumber: orNull(driver.truck.toUpperCase().replace(/\s+/g, '')),
    })
    .where(eq(load.id, loadId))
    .run()
}
