import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { compileAtlas } from '../atlas/compile'

const sources = [
  'app',
  'core',
  'server',
  'public',
  'package-lock.json',
  'vite.config.ts',
  'react-router.config.ts',
  'tsconfig.json',
]
const stamp = 'build/.stamp'

/** Builds the application unless what is built is of these very sources. */
export function buildIfNeeded(): void {
  if (compileAtlas()) console.error('Atlas compiled.')
  const want = hashOf(sources)
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === want) return
  console.error('Building the application…')
  const built = spawnSync('npx', ['react-router', 'build'], { stdio: ['ignore', 'ignore', 'pipe'], encoding: 'utf8' })
  if (built.status !== 0) throw new Error(`The build failed:\n${built.stderr}`)
  mkdirSync('build', { recursive: true })
  writeFileSync(stamp, want)
}

function hashOf(paths: string[]): string {
  const hash = createHash('sha256')
  for (const path of paths.flatMap(filesUnder).sort()) hash.update(path).update(readFileSync(path))
  return hash.digest('hex')
}

function filesUnder(path: string): string[] {
  if (!existsSync(path)) return []
  try {
    return readdirSync(path, { withFileTypes: true }).flatMap((entry) => filesUnder(join(path, entry.name)))
  } catch {
    return [path]
  }
}
