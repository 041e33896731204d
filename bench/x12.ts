import { performance } from 'node:perf_hooks'
import { Readable } from 'node:stream'
import { X12Parser } from 'node-x12'
import { X12parser } from 'x12-parser'
import { Inspector } from '#core/x12/inspect'
import { sampleFile, tenderSegments } from '#core/x12/testing'

const sets = 20_000
const runs = 5
/** As a file is read: in pieces. */
const piece = 256 * 1024

/** Full validation of a file of tenders beside a bare split at its separators and two readers of the registry, which validate nothing of the sets. */
export async function run(): Promise<void> {
  const text = sampleFile(
    Array.from({ length: sets }, (_, at) => ({
      type: '204',
      segments: tenderSegments,
      control: String(at + 1).padStart(9, '0'),
    })),
  )
  const megabytes = text.length / 1e6
  console.log(`${sets.toLocaleString('en-US')} tenders, ${megabytes.toFixed(1)} MB; best of ${runs}`)
  const best = Object.fromEntries(Object.keys(contestants).map((name) => [name, Number.POSITIVE_INFINITY]))
  // In turns: the machine is not equally fast all the time.
  for (let turn = 0; turn < runs; turn++) {
    for (const [name, work] of Object.entries(contestants)) {
      const started = performance.now()
      await work(text)
      best[name] = Math.min(best[name]!, performance.now() - started)
    }
  }
  const ours = best[Object.keys(contestants)[0]!]!
  for (const [name, time] of Object.entries(best))
    console.log(
      `${name.padEnd(44)} ${time.toFixed(0).padStart(6)} ms  ${((megabytes / time) * 1000).toFixed(1).padStart(7)} MB/s  ${(time / ours).toFixed(2).padStart(6)} times ours`,
    )
}

const contestants: Record<string, (text: string) => Promise<unknown> | unknown> = {
  'oxpecker, every element validated': (text) => {
    let good = 0
    const inspector = new Inspector({ onTransaction: ({ report }) => report.verdict === 'A' && good++ })
    for (const bytes of pieces(text)) inspector.push(bytes.toString('latin1'))
    inspector.end()
    if (good !== sets) throw new Error(`${good} of ${sets} tenders accepted`)
  },
  'bare split at segments and elements': (text) => {
    let count = 0
    for (const segment of text.split('~')) count += segment.split('*').length
    return count
  },
  'x12-parser 1.3.0, segments as objects': (text) =>
    new Promise((done, fail) => {
      let count = 0
      const parser = new X12parser()
      parser.on('data', () => count++)
      parser.on('end', () => done(count))
      parser.on('error', fail)
      Readable.from(pieces(text)).pipe(parser)
    }),
  'node-x12 1.7.1, a tree': (text) => new X12Parser(false).parse(text),
}

function* pieces(text: string) {
  for (let at = 0; at < text.length; at += piece) yield Buffer.from(text.slice(at, at + piece), 'latin1')
}
