import type { Db } from '#server/db.server'
import type { SendProblem } from '#server/outbox/outbox'
import type { Partner } from './partners'

/** Something that came: its bytes, and how to say that they are kept. */
export interface Arrival {
  source: string
  bytes: Buffer
  /** Called once it is in the database; until then it is found again. */
  kept(): Promise<void>
}

/** What goes out: its bytes under a key that is the same at every try. */
export interface Delivery {
  key: string
  control: number | null
  bytes: Buffer
}

/** A way to and from a partner. What is pushed to us (HTTP) has nothing to collect. */
export interface Transport {
  collect(partner: Partner): Promise<Arrival[]>
  deliver(db: Db, partner: Partner, delivery: Delivery): Promise<SendProblem | null>
}
