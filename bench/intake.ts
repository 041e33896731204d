import { spawnSync } from 'node:child_process'

/** The longest tasks of the page with a thousand tenders, in a browser; each visit shows how much slower than quiet the machine was. */
export async function run(): Promise<void> {
  const { status } = spawnSync('npx', ['playwright', 'test', 'e2e/tenders.spec.ts', '-g', 'a thousand tenders'], {
    stdio: 'inherit',
    env: { ...process.env, OX_HOLD_TIMES: '1' },
  })
  if (status !== 0) throw new Error('A task of the page with a thousand tenders took longer than a tenth of a second')
}
