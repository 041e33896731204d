import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { compileAtlas } from '../atlas/compile'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
const usage = `Usage: bin/ox VERB [ARGS]

  miles [FILE]   truck miles and hours; one JSON record a line in, one a line out
                 {"from": PLACE, "to": PLACE, "via": [PLACE, …]?}
                 PLACE is "City, ST", a US ZIP or a Canadian postal code

Records come from FILE, or from standard input where it is - or missing.
`

const [verb, ...args] = process.argv.slice(2)
if (verb !== 'miles' || args.length > 1 || args[0]?.startsWith('--')) {
  process.stderr.write(usage)
  process.exit(2)
}

const calledFrom = process.cwd()
process.chdir(root)
if (compileAtlas()) process.stderr.write('The atlas was compiled first.\n')
process.env.OX_ATLAS = resolve(root, '.atlas')
process.chdir(calledFrom)

const { answerLines } = await import('./verbs/lines')
const { milesAnswerer } = await import('./verbs/miles')
process.exitCode = await answerLines(args[0] ?? '-', milesAnswerer())
