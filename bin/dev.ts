// npm run dev: the demo world with the application rebuilt as its files change.
import { answering, start, stopAll } from './processes'
import { startMail, startSaltlick, startWaterhole, startWindpump, surroundings } from './surroundings'

const folder = '.demo'
const around = surroundings(folder, Number(process.env.OX_PORT ?? 4100))
Object.assign(process.env, around.application)
const { makeWorld } = await import('./world')
await makeWorld(folder, { seed: 20417, pastLoads: 6000 })
const children = [startMail(around), startSaltlick(around), startWaterhole(around), startWindpump(around)]
await answering(`${around.mailbox}/healthz`, children[0]!)
const application = start('application', process.execPath, ['dev-server.js'], {
  ...around.application,
  NODE_ENV: 'development',
})
children.push(application)
console.log(`Oxpecker (development) at ${around.origin}, mailbox at ${around.mailbox}`)
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => void stopAll(children).then(() => process.exit(0)))
