import { rmSync } from 'node:fs'
import { administrator, demoPassword, people } from '../demo/world'
import { buildIfNeeded } from './build'
import { answering, stopAll } from './processes'
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
  surroundings,
} from './surroundings'

const folder = '.demo'
const started = performance.now()
if (process.argv.includes('--fresh')) rmSync(folder, { recursive: true, force: true })
const around = surroundings(folder, Number(process.env.OX_PORT ?? 4100))
Object.assign(process.env, around.application)
buildIfNeeded()
const { makeWorld } = await import('./world')
const fresh = await makeWorld(folder, { seed: 20417, pastLoads: 6000, wires: around.wires })
if (fresh) console.error('Demo world made.')

const children = [
  startMail(around),
  startSaltlick(around),
  startMarket(around),
  startRegister(around),
  startPartners(around),
  startSite(around),
  startWaterhole(around),
  startWindpump(around),
  startBureau(around),
]
await answering(`${around.mailbox}/healthz`, children[0]!)
await answering(`${around.market}/healthz`, children[2]!)
await answering(`${around.register}/healthz`, children[3]!)
await answering(`${around.partners}/healthz`, children[4]!)
await answering(`${around.site}/healthz`, children[5]!)
await answering(`${around.bureau}/healthz`, children[8]!)
const application = startApplication(around, { OX_LOG_LEVEL: process.env.OX_LOG_LEVEL ?? 'warn' })
children.push(application)
await answering(`${around.origin}/healthz`, application)
if (fresh)
  await fetch(`${around.partners}/burst`, { method: 'POST', body: new URLSearchParams({ kind: 'mixed', count: '4' }) })
console.log(`
Oxpecker runs at ${around.origin}  (ready after ${((performance.now() - started) / 1000).toFixed(1)} s)
Mailbox of the simulated mail server: ${around.mailbox}
Trading partners (send a burst of tenders there, or with npm run burst): ${around.partners}
A shipper's site with tenders: ${around.site}

Sign in with the password ${demoPassword}
${[...people, { ...administrator, role: 'administrator' }].map((person) => `  ${person.mail.padEnd(28)} ${person.name}, ${person.role}`).join('\n')}

Stop with Ctrl+C. Start over with: npm run demo -- --fresh
`)
let stopping = false
const stop = async () => {
  if (stopping) return
  stopping = true
  await stopAll([application])
  await stopAll(children)
  process.exit(0)
}
process.on('SIGINT', () => void stop())
process.on('SIGTERM', () => void stop())
