import { isUtf8 } from 'node:buffer'
import { once } from 'node:events'
import { createReadStream } from 'node:fs'
import { type AnswerMoment, acknowledge, respond } from '#core/x12/answer'
import { Inspector, type TransactionRead } from '#core/x12/inspect'
import { notX12 } from '#core/x12/not-x12'
import { readTender } from '#core/x12/read-tender'
import { Rewriter } from '#core/x12/writer'
import type { Fault, InterchangeReport } from '#core/x12/x12'

/** Output is gathered to this many characters before it is written. */
const chunk = 64 * 1024
/** Bytes read at once. */
const piece = 256 * 1024

/** Standard output in pieces, bytes as they are, waiting where nobody reads. */
function output() {
  let pending = ''
  process.stdout.on('error', () => process.exit(0))
  const flush = async () => {
    if (pending !== '' && !process.stdout.write(pending, 'latin1')) await once(process.stdout, 'drain')
    pending = ''
  }
  const write = (text: string) => {
    pending += text
  }
  return { write, flush, full: () => pending.length >= chunk }
}

/** JSON as UTF-8 in a text of bytes; what the file says in UTF-8 is read so, else as Latin-1. */
const jsonLine = (record: object) =>
  `${Buffer.from(
    JSON.stringify(record, (_, value: unknown) => (typeof value === 'string' ? decoded(value) : value)),
    'utf8',
  ).toString('latin1')}\n`

function decoded(text: string): string {
  const highest = [...text].reduce((most, char) => Math.max(most, char.charCodeAt(0)), 0)
  // Nothing but ASCII, or a sentence of ours with signs of its own.
  if (highest < 0x80 || highest > 0xff) return text
  const bytes = Buffer.from(text, 'latin1')
  return isUtf8(bytes) ? bytes.toString('utf8') : text
}

/** Reads a file (or `-`) piece by piece, a character for each byte; null where it cannot be read. */
async function readPieces(file: string, take: (text: string) => Promise<void>): Promise<boolean> {
  try {
    for await (const bytes of file === '-' ? process.stdin : createReadStream(file, { highWaterMark: piece }))
      await take((bytes as Buffer).toString('latin1'))
    return true
  } catch (error) {
    process.stderr.write(`${file} cannot be read: ${error instanceof Error ? error.message : 'unknown'}\n`)
    return false
  }
}

interface Handlers {
  onInterchange?: (report: InterchangeReport) => void
  onTransaction?: (read: TransactionRead) => void
  keep?: (type: string) => boolean
  finish?: () => void
}

/** Inspects a file; what is no X12 is reported as a failure. The exit status: 0, 1 where something could not be read, 2 without a file. */
async function inspectFile(
  file: string,
  out: ReturnType<typeof output>,
  { finish, ...handlers }: Handlers,
  onFailure: (message: string) => void,
): Promise<number> {
  let head = ''
  let interchanges = 0
  let strays = 0
  const inspector = new Inspector({
    ...handlers,
    onInterchange: (report) => {
      interchanges++
      handlers.onInterchange?.(report)
    },
    onStray: (text) => {
      if (text.trim() !== '') strays++
    },
  })
  const read = await readPieces(file, async (text) => {
    if (head.length < 2000) head += text.slice(0, 2000)
    inspector.push(text)
    if (out.full()) await out.flush()
  })
  if (!read) return 2
  inspector.end()
  finish?.()
  if (interchanges === 0) onFailure(notX12(head))
  await out.flush()
  return interchanges === 0 || strays > 0 ? 1 : 0
}

const failure = (message: string) => ({ error: { code: 'not_x12', message } })

const faultShape = ({ segment, position, element, code, note, level, spot }: Fault) => ({
  segment,
  position,
  element,
  code,
  note,
  level,
  line: spot.line,
  column: spot.column,
  offset: spot.offset,
})

/** Verdicts on every interchange, group and set of a file. */
export async function inspect(file: string): Promise<number> {
  const out = output()
  return inspectFile(
    file,
    out,
    {
      onInterchange: (report) =>
        out.write(
          jsonLine({
            sender: report.sender.id,
            receiver: report.receiver.id,
            control: report.control,
            version: report.version,
            usage: report.usage,
            groups: report.groups.map((group) => ({
              type: group.type,
              control: group.control,
              version: group.version,
              transactions: group.transactions.map(({ type, control, segments, verdict, faults }) => ({
                type,
                control,
                segments,
                verdict,
                errors: faults.map(faultShape),
              })),
              errors: group.faults.map(faultShape),
            })),
            errors: report.faults.map(faultShape),
          }),
        ),
    },
    (message) => out.write(jsonLine(failure(message))),
  )
}

/** The tender of every 204; one that the standard rejects stands as an error in its place. */
export async function tender(file: string): Promise<number> {
  const out = output()
  let failed = false
  const status = await inspectFile(
    file,
    out,
    {
      keep: (type) => type === '204',
      onTransaction: ({ report, segments }) => {
        if (report.type !== '204') return
        if (report.verdict !== 'R') return out.write(jsonLine(readTender(segments)))
        failed = true
        const [first] = report.faults
        out.write(
          jsonLine({
            error: {
              code: 'rejected',
              message: `The 204 with control number ${report.control} is rejected: ${first?.note ?? ''}`,
              segment: first?.segment,
              position: first?.position,
            },
          }),
        )
      },
    },
    (message) => out.write(jsonLine(failure(message))),
  )
  return status === 0 && failed ? 1 : status
}

/** The day and minute that an answer bears. */
function moment(): AnswerMoment {
  const now = new Date().toISOString()
  return { date: now.slice(0, 10).replaceAll('-', ''), time: now.slice(11, 16).replace(':', '') }
}

/** The 997s for a file, as X12. */
export async function ack(file: string): Promise<number> {
  const out = output()
  return inspectFile(
    file,
    out,
    { onInterchange: (report) => out.write(acknowledge(report, moment()) ?? '') },
    (message) => process.stderr.write(`${message}\n`),
  )
}

/** The 990s for the 204s of a file, as X12, an interchange for each group that held some. */
export async function respondTo(
  file: string,
  answer: { accept: true } | { accept: false; reason: string },
): Promise<number> {
  const out = output()
  let waiting: TransactionRead[] = []
  const status = await inspectFile(
    file,
    out,
    {
      keep: (type) => type === '204',
      onTransaction: (read) => read.report.type === '204' && read.report.verdict !== 'R' && waiting.push(read),
      onInterchange: () => {
        out.write(respond(waiting, answer, moment()))
        waiting = []
      },
    },
    (message) => process.stderr.write(`${message}\n`),
  )
  return status
}

/** The file again, written from what was parsed. */
export async function rewrite(file: string): Promise<number> {
  const out = output()
  const rewriter = new Rewriter((text) => out.write(text))
  let bytes = 0
  const read = await readPieces(file, async (text) => {
    bytes += text.length
    rewriter.push(text)
    if (out.full()) await out.flush()
  })
  if (!read) return 2
  rewriter.end()
  await out.flush()
  return bytes === 0 ? 1 : 0
}
