import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { type ParseArgsConfig, parseArgs } from 'node:util'
import { compileAtlas } from '../atlas/compile'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
const usage = `Usage: bin/ox VERB [ARGS]

  miles [FILE]   truck miles and hours; one JSON record a line in, one a line out
                 {"from": PLACE, "to": PLACE, "via": [PLACE, …]?}
                 PLACE is "City, ST", a US ZIP or a Canadian postal code

  rates --history H.csv --queries Q.csv
                 what a lane is likely to cost: 10th, 50th and 90th percentile, from the past
                 H: id,booked_at,origin_postal,dest_postal,equipment,miles,weight_lb,pickup_date,lead_hours,buy_usd
                 Q: the same without buy_usd, and as_of in place of booked_at

  search --postings P.jsonl [--queries Q.jsonl]
                 loads and trucks of all boards: P is read once, then a query a line is answered as it comes; shapes in docs/cli.md
  search --postings P.jsonl --line 'reefers boise 150mi to ca, tx tomorrow'
                 the same for one search as it is said, with how it was read

  mail FILE.eml …
                 what carriers' mail says of trucks and prices; one JSON record out for each message

  vet [FILE]     whether a carrier may be used; one JSON record a line in, one a line out
                 {"as_of": DAY, "load": {…}?, "carrier": {…}, "policy": {…}?}, shapes in the README

  x12 inspect FILE          validates interchanges; one JSON record out for each
  x12 tender FILE           reads each 204 into a tender; one JSON record out for each
  x12 ack FILE              the 997 for what the file holds, as X12
  x12 respond FILE --accept | --decline REASON
                            the 990 for each 204 of the file, as X12
  x12 rewrite FILE          parses the file and writes it again

Records come from FILE, or from standard input where it is - or missing.
`

const [verb, ...args] = process.argv.slice(2)

/** The arguments of a verb by these options; null where there are others. */
function parsed<Options extends NonNullable<ParseArgsConfig['options']>>(options: Options) {
  try {
    return parseArgs({ args, options, allowPositionals: true })
  } catch {
    return null
  }
}

/** What a verb does with its arguments, once the atlas is there where it needs one; null where they make no sense. */
function chooseRun(): (() => Promise<number>) | null {
  if (verb === 'miles') return withFile(async () => (await import('./verbs/miles')).milesAnswerer())
  if (verb === 'vet') return withFile(async () => (await import('./verbs/vet')).vetAnswerer())
  if (verb === 'x12') return chooseX12()
  if (verb === 'search') return chooseSearch()
  if (verb === 'mail') return chooseMail()
  return verb === 'rates' ? chooseRates() : null
}

type Answerer = Parameters<typeof import('./verbs/lines')['answerLines']>[1]

/** A verb that answers the records of one file line by line. */
function withFile(answerer: () => Promise<Answerer>): (() => Promise<number>) | null {
  const read = parsed({})
  if (!read || read.positionals.length > 1) return null
  return async () => (await import('./verbs/lines')).answerLines(read.positionals[0] ?? '-', await answerer())
}

function chooseRates(): (() => Promise<number>) | null {
  const read = parsed({ history: { type: 'string' }, queries: { type: 'string' } })
  const { history, queries } = read?.values ?? {}
  if (!history || !queries || read?.positionals.length !== 0) return null
  return async () => (await import('./verbs/rates')).answerRates({ history, queries })
}

function chooseSearch(): (() => Promise<number>) | null {
  const read = parsed({ postings: { type: 'string' }, queries: { type: 'string' }, line: { type: 'string' } })
  const { postings, line, queries = '-' } = read?.values ?? {}
  if (!postings || read?.positionals.length !== 0) return null
  if (line !== undefined) return async () => (await import('./verbs/search')).answerTyped({ postings, line })
  // Both cannot come by the same way.
  if (postings === '-' && queries === '-') return null
  return async () => (await import('./verbs/search')).answerSearches({ postings, queries })
}

function chooseMail(): (() => Promise<number>) | null {
  const files = parsed({})?.positionals ?? []
  if (files.length === 0) return null
  return async () => (await import('./verbs/mail')).answerMails(files)
}

const plainX12 = ['inspect', 'tender', 'ack', 'rewrite'] as const

function chooseX12(): (() => Promise<number>) | null {
  const read = parsed({ accept: { type: 'boolean' }, decline: { type: 'string' } })
  const [what, file, ...more] = read?.positionals ?? []
  if (!read || more.length > 0) return null
  const { accept, decline } = read.values
  const plain = plainX12.find((each) => each === what)
  if (plain) {
    if (accept || decline !== undefined) return null
    return async () => (await import('./verbs/x12'))[plain](file ?? '-')
  }
  // One answer, not both.
  if (what !== 'respond' || !file || [accept, decline].filter(Boolean).length !== 1) return null
  return async () =>
    (await import('./verbs/x12')).respondTo(file, decline ? { accept: false, reason: decline } : { accept: true })
}

const run = chooseRun()
if (!run) {
  process.stderr.write(usage)
  process.exit(2)
}

const calledFrom = process.cwd()
process.chdir(root)
const needsAtlas = verb !== 'search' || args.some((each) => each.startsWith('--line'))
if (needsAtlas && compileAtlas()) process.stderr.write('The atlas was compiled first.\n')
process.env.OX_ATLAS = resolve(root, '.atlas')
process.chdir(calledFrom)

process.exitCode = await run()
