// npm run attack: everything a stranger can reach, attacked on this machine alone, while somebody asks whether the desk still answers.
import { readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { buildIfNeeded } from '../bin/build'
import { answering, stopAll } from '../bin/processes'
import { startApplication, surroundings } from '../bin/surroundings'
import { attacks } from './attacks'
import type { Target } from './mail-bombs'
import { memoryOf, watched } from './watch'

/** What is held throughout: somebody at the desk waits no longer, and the process grows by no more. */
const bounds = { healthMs: 250, moreMb: 200 }

const folder = '.tmp/attack'
const port = 4400
rmSync(folder, { recursive: true, force: true })
const around = surroundings(folder, port)
Object.assign(process.env, around.application)
buildIfNeeded()
const { makeWorld } = await import('../bin/world')
await makeWorld(folder, { seed: 11, pastLoads: 1500, wires: around.wires })
const application = startApplication(around, { OX_LOG_LEVEL: 'silent' })
await answering(`${around.origin}/healthz`, application)
// The rate model is fitted on a thread of its own: its memory is none of the attacks'.
await new Promise((resolve) => setTimeout(resolve, 15_000))
const idleMb = memoryOf(application.pid!)
console.log(`Idle: ${Math.round(idleMb)} MB. Held are ${bounds.healthMs} ms and ${bounds.moreMb} MB more.\n`)

const members = JSON.parse(readFileSync(join(folder, 'partner-members.json'), 'utf8')) as {
  transport: string
  secret: string
  inUrl: string
}[]
const member = members.find(({ transport }) => transport === 'http')!
const target: Target = {
  origin: around.origin,
  inboundPort: port + 4,
  partner: { id: Number(member.inUrl.split('/').at(-1)), secret: member.secret },
  account: 'ines@ploverrook.example',
}
let failed = 0
for (const attack of attacks) {
  const { result, worstHealthMs, unanswered, maxMb } = await watched(around.origin, application.pid!, () =>
    attack.run(target, 1),
  )
  const more = (maxMb ?? 0) - idleMb
  const isHeld = result === null && unanswered === 0 && worstHealthMs <= bounds.healthMs && more <= bounds.moreMb
  if (!isHeld) failed += 1
  console.log(
    `${isHeld ? 'held  ' : 'FAILED'}  ${attack.name.padEnd(58)} health at most ${String(Math.round(worstHealthMs)).padStart(4)} ms, memory ${more >= 0 ? '+' : ''}${Math.round(more)} MB${result ? `  ${result}` : ''}`,
  )
}
await stopAll([application])
console.log(`\n${attacks.length - failed} held, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
