import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { attacks } from '../attack/attacks'
import { watched } from '../attack/watch'
import { world } from './world'

/** The quick ones at a twentieth of their size; those that would turn this machine's address away for the other journeys are left to `npm run attack`. */
const quick = attacks.filter(({ name }) => !/guesses|wrong signatures/.test(name))

test('while strangers attack, the desk answers', async () => {
  const members = JSON.parse(readFileSync(`${world.folder}/partner-members.json`, 'utf8')) as {
    transport: string
    secret: string
    inUrl: string
  }[]
  const member = members.find(({ transport }) => transport === 'http')!
  const target = {
    origin: world.origin,
    inboundPort: Number(world.application.OX_INBOUND_PORT),
    partner: { id: Number(member.inUrl.split('/').at(-1)), secret: member.secret },
    account: 'ines@ploverrook.example',
  }
  expect(quick.length).toBeGreaterThan(4)
  for (const attack of quick) {
    const { result, worstHealthMs, unanswered } = await watched(world.origin, null, () => attack.run(target, 0.05))
    // The machine is shared and may be slow: here every question has its answer, and `npm run attack` holds how soon.
    console.log(`    ${attack.name}: health answered within ${worstHealthMs.toFixed(0)} ms`)
    expect(result, attack.name).toBeNull()
    expect(unanswered, attack.name).toBe(0)
  }
})
