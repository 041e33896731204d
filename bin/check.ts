// npm run check: what an everyday change is held to, quicker than the whole suite. `npm test` runs everything.
import { spawnSync } from 'node:child_process'

const steps: [title: string, command: string[]][] = [
  ['types of the routes', ['react-router', 'typegen']],
  ['types', ['tsc', '--noEmit']],
  ['types of the core', ['tsc', '--noEmit', '-p', 'core/tsconfig.json']],
  ['format and lint', ['biome', 'check', '.']],
  ['layers', 'depcruise --config .dependency-cruiser.cjs app server core stand-ins demo bin atlas'.split(' ')],
  ['tests of what changed since the last commit', ['vitest', 'run', '--changed', '--passWithNoTests']],
]

const started = performance.now()
const failed = steps.filter(([title, command]) => {
  console.log(`== ${title}`)
  const { status } = spawnSync('npx', command, {
    stdio: 'inherit',
    env: { ...process.env, npm_config_loglevel: 'error' },
  })
  return status !== 0
})
const seconds = ((performance.now() - started) / 1000).toFixed(0)
console.log(
  failed.length === 0
    ? `All good (${seconds} s)`
    : `Failed: ${failed.map(([title]) => title).join(', ')} (${seconds} s)`,
)
process.exit(failed.length === 0 ? 0 : 1)
