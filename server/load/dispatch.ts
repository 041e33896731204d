import { eq } from 'drizzle-orm'
import { may } from '#core/access/access'
import { phoneDigits } from '#core/register/phone'
import { barFor } from '#core/vetting/vetting'
import type { Viewer } from '#server/access/viewer'
import type { Db } from '#server/db.server'
import type { Act } from '#server/log/act'
import { load } from '#server/schema'
import { askAgain } from '#server/vetting/gate'
import { currentPolicy } from '#server/vetting/policy'
import { carryOut, type Outcome } from './commands'

export interface Dispatching {
  override: string | null
  driver?: { name: string; phone: string; truck: string }
}

/** Dispatches a load: the driver's name, phone and truck are kept, and the gate is asked once more, what was passed at the award left out. */
export function dispatch(db: Db, loadId: number, asked: Dispatching, viewer: Viewer, act: Act): Outcome {
  return carryOut(db, loadId, () => {
    if (asked.driver) keepDriver(db, loadId, asked.driver)
    const row = db.select().from(load).where(eq(load.id, loadId)).get()!
    const verdict = askAgain(db, row, act.now)
    return { kind: 'advance', to: 'dispatched', gate: { verdict, override: asked.override, mayOverride: may(viewer.role, 'override_gate'), bar: barFor(viewer.role, verdict, currentPolicy(db))?.message ?? null } }
  }, act)
}

/** What was told of the driver stays, also where the gate holds the dispatch: it is what the gate looks at. */
function keepDriver(db: Db, loadId: number, driver: NonNullable<Dispatching['driver']>): void {
  const orNull = (text: string) => (text === '' ? null : text)
  db.update(load).set({ driverName: orNull(driver.name), driverPhone: phoneDigits(driver.phone), truckNumber: orNull(driver.truck.toUpperCase().replace(/\s+/g, '')) }).where(eq(load.id, loadId)).run()
}
