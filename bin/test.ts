import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { compileAtlas } from '../atlas/compile'

interface Count {
  passed: number
  failed: number
}

const reports = '.tmp/reports'
rmSync(reports, { recursive: true, force: true })
mkdirSync(reports, { recursive: true })

/** Runs one command with its output shown; whether it ended well. */
function run(title: string, command: string, args: string[], environment: Record<string, string> = {}): boolean {
  const started = performance.now()
  console.log(`\n== ${title}`)
  const { status } = spawnSync(command, args, {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, npm_config_loglevel: 'error', ...environment },
  })
  console.log(
    `== ${title}: ${status === 0 ? 'good' : 'FAILED'} (${((performance.now() - started) / 1000).toFixed(0)} s)`,
  )
  return status === 0
}

const check = (title: string, command: string, args: string[]): Count =>
  run(title, command, args) ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 }

/** A suite's own count; a suite that wrote no report, or ran nothing, has failed. */
function suite(
  title: string,
  args: string[],
  report: string,
  environment: Record<string, string>,
  count: (json: unknown) => Count,
): Count {
  const good = run(title, 'npx', args, environment)
  const counted = existsSync(report) ? count(JSON.parse(readFileSync(report, 'utf8'))) : { passed: 0, failed: 0 }
  const failed = counted.failed === 0 && (!good || counted.passed === 0) ? 1 : counted.failed
  return { passed: counted.passed, failed }
}

function ensureChromium(): void {
  if (existsSync('/usr/bin/chromium')) return
  const sudo = process.getuid?.() === 0 ? [] : ['sudo']
  const apt = (...args: string[]) =>
    run(`apt-get ${args[0]}`, sudo[0] ?? 'apt-get', [
      ...sudo.slice(1),
      ...(sudo.length > 0 ? ['apt-get'] : []),
      ...args,
    ])
  apt('update', '-q')
  apt('install', '-y', '-q', '--no-install-recommends', 'chromium', 'fonts-liberation')
}

compileAtlas()
const counts = [
  check('types of the routes', 'npx', ['react-router', 'typegen']),
  check('types', 'npx', ['tsc', '--noEmit']),
  check('types of the core, without DOM and Node', 'npx', ['tsc', '--noEmit', '-p', 'core/tsconfig.json']),
  check('lint', 'npx', ['biome', 'check', '.']),
  check('layers', 'npx', [
    'depcruise',
    '--config',
    '.dependency-cruiser.cjs',
    'app',
    'server',
    'core',
    'stand-ins',
    'demo',
    'bin',
    'atlas',
  ]),
  suite(
    'unit and server tests',
    ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${reports}/unit.json`],
    `${reports}/unit.json`,
    {},
    (json) => {
      const { numPassedTests, numFailedTests } = json as { numPassedTests: number; numFailedTests: number }
      return { passed: numPassedTests, failed: numFailedTests }
    },
  ),
]
ensureChromium()
counts.push(
  suite(
    'browser journeys',
    ['playwright', 'test', '--reporter=list,json'],
    `${reports}/journeys.json`,
    { PLAYWRIGHT_JSON_OUTPUT_FILE: `${reports}/journeys.json` },
    (json) => {
      const { stats } = json as { stats: { expected: number; unexpected: number; flaky: number } }
      return { passed: stats.expected, failed: stats.unexpected + stats.flaky }
    },
  ),
)

const passed = counts.reduce((sum, count) => sum + count.passed, 0)
const failed = counts.reduce((sum, count) => sum + count.failed, 0)
console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 && passed > 0 ? 0 : 1)
