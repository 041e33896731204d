// One of the worlds that the journeys run in: a fresh, smaller demo world, all stand-ins, the production build.
import { rmSync } from 'node:fs'
import { buildIfNeeded } from '../bin/build'
import { answering, stopAll } from '../bin/processes'
import {
  startApplication,
  startBureau,
  startMail,
  startMarket,
  startPartners,
  startRegister,
  startSaltlick,
  startSite,
  startWaterhole,
  startWindpump,
} from '../bin/surroundings'
import { worldOf } from './world'

const nth = Number(process.argv[2])
rmSync(worldOf(nth).folder, { recursive: true, force: true })
const around = worldOf(nth)
Object.assign(process.env, around.application)
buildIfNeeded()
const { makeWorld } = await import('../bin/world')
await makeWorld(around.folder, { seed: 11, pastLoads: 1500, wires: around.wires })
const children = [
  startMail(around),
  startSaltlick(around, { SALTLICK_TROUBLE: '0.2', SALTLICK_PACE: '3' }),
  startMarket(around, { MARKET_TROUBLE: '0' }),
  startRegister(around, { REGISTER_TROUBLE: '0', REGISTER_SIZE: '3000' }),
  startPartners(around),
  startSite(around, { SITE_PACE: '0' }),
  startWaterhole(around, { WATERHOLE_CALLS: '100000' }),
  startWindpump(around, { WINDPUMP_CLOSED: '' }),
  startBureau(around, { BUREAU_TROUBLE: '0', BUREAU_PER_MINUTE: '100000' }),
]
await answering(`${around.mailbox}/healthz`, children[0]!)
await answering(`${around.boards.Saltlick}/healthz`, children[1]!)
await answering(`${around.market}/healthz`, children[2]!)
await answering(`${around.register}/healthz`, children[3]!)
await answering(`${around.partners}/healthz`, children[4]!)
await answering(`${around.site}/healthz`, children[5]!)
await answering(`${around.bureau}/healthz`, children[8]!)
const application = startApplication(around, {
  OX_LOG_LEVEL: 'error',
  OX_OUTBOX_DELAY_MS: '200',
  OX_BOARD_READ_MS: '2000',
})
children.push(application)
process.on('SIGTERM', async () => {
  await stopAll(children)
  process.exit(0)
})
