import { createReadStream } from 'node:fs'
import { createInterface } from 'node:readline'
import { z } from 'zod'
import { type Posting, postingSchema, searchQuerySchema } from '#core/search/posting'
import { makePostingIndex, type PostingIndex, putPosting } from '#core/search/posting-book'
import { searchPostings } from '#core/search/search'
import { readTypedSearch } from '#core/search/typed-search'
import { placeNamed } from '#server/place/named'
import { areaNamed, withAreas } from '#server/search/areas'
import { answerLines } from './lines'

/** Lines that are no posting are named one by one up to so many, then counted. */
const mostNamed = 20

const inOneLine = (error: z.ZodError): string => z.prettifyError(error).replaceAll(/\s*\n\s*/g, ' ')

/** Reads a file of postings, a JSON record a line, into an index; tells how many lines were none. Null where it cannot be read. */
async function readPostings(
  file: string,
  as: (posting: Posting) => Posting = (posting) => posting,
): Promise<{ index: PostingIndex; leftOut: number } | null> {
  const index = makePostingIndex()
  let [number, leftOut] = [0, 0]
  const leaveOut = (why: string) => {
    leftOut += 1
    if (leftOut <= mostNamed) process.stderr.write(`${file}, line ${number} is no posting and was left out: ${why}\n`)
  }
  try {
    await eachLine(file, (line) => {
      number += 1
      if (line.trim() === '') return
      const read = readPosting(line)
      if (typeof read === 'string') leaveOut(read)
      else putPosting(index, as(read))
    })
  } catch (error) {
    process.stderr.write(`${file} cannot be read: ${(error as Error).message}\n`)
    return null
  }
  if (leftOut > mostNamed) process.stderr.write(`${leftOut} lines of ${file} in all are no postings.\n`)
  return { index, leftOut }
}

/** Calls `take` with every line of a file, or of standard input where it is `-`; rejects where it cannot be read. */
function eachLine(file: string, take: (line: string) => void): Promise<void> {
  const input = file === '-' ? process.stdin : createReadStream(file)
  return new Promise((done, fail) => {
    // What the stream could not read, the reader of lines reports.
    const lines = createInterface({ input, crlfDelay: Number.POSITIVE_INFINITY })
    lines.once('error', fail).on('line', take).once('close', done)
  })
}

/** A posting of a line, or in words why it is none. */
function readPosting(line: string): z.output<typeof postingSchema> | string {
  try {
    const read = postingSchema.safeParse(JSON.parse(line))
    return read.success ? read.data : inOneLine(read.error)
  } catch (error) {
    if (error instanceof SyntaxError) return error.message
    throw error
  }
}

function answerQuery(index: PostingIndex, record: unknown): object {
  const id = (record as { id?: unknown } | null)?.id ?? null
  const read = searchQuerySchema.safeParse(record)
  if (!read.success) return { id, error: { code: 'bad_record', message: inOneLine(read.error) } }
  return { id, ...searchPostings(index, read.data) }
}

/**
 * `ox search`: postings once, then an answer for each query as it comes. The exit status: 0; 1 where a line was no posting or a query could not be
 * answered; 2 where a file cannot be read.
 */
export async function answerSearches(files: { postings: string; queries: string }): Promise<number> {
  const read = await readPostings(files.postings)
  if (!read) return 2
  const status = await answerLines(files.queries, (record) => answerQuery(read.index, record), { atOnce: true })
  return status === 0 && read.leftOut > 0 ? 1 : status
}

/** `ox search --line`: one search as somebody says it, of trucks where it does not say, with how it was read. Exit status as above; 1 where a word was not understood. */
export async function answerTyped({ postings, line }: { postings: string; line: string }): Promise<number> {
  const read = await readPostings(postings, withAreas)
  if (!read) return 2
  const now = new Date().toISOString()
  const { chips, unread, kind, ...asked } = readTypedSearch(line, {
    today: now.slice(0, 10),
    place: placeNamed,
    area: areaNamed,
  })
  const query = searchQuerySchema.parse({ ...asked, kind: kind ?? 'truck', asOf: now, near: true })
  process.stdout.write(`${JSON.stringify({ chips, unread, ...searchPostings(read.index, query) })}\n`)
  return read.leftOut > 0 || unread.length > 0 ? 1 : 0
}
