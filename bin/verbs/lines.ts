import { once } from 'node:events'
import { createReadStream } from 'node:fs'
import { createInterface } from 'node:readline'

export interface Failure {
  error: { code: string; message: string; candidates?: string[] }
}

/** Answers one record; a failure is in the answer's place. */
export type Answerer = (record: unknown) => object | Failure

/** Output is gathered to this many characters before it is written. */
const chunk = 64 * 1024

/**
 * Reads JSON lines from a file (or `-` for standard input) and writes an answer for each, in order
 * and in bounded memory; `atOnce` writes each before the next line is waited for. The exit status: 0, or 1 if a record could not be answered, 2 without input.
 */
export async function answerLines(file: string, answer: Answerer, { atOnce = false } = {}): Promise<number> {
  const input = file === '-' ? process.stdin : createReadStream(file)
  let failed = false
  input.on('error', (error: Error) => {
    process.stderr.write(`${file} cannot be read: ${error.message}\n`)
    process.exit(2)
  })
  // A reader that has seen enough (head) closes the pipe: there is nobody left to answer.
  process.stdout.on('error', () => process.exit(0))
  let pending = ''
  for await (const line of createInterface({ input, crlfDelay: Number.POSITIVE_INFINITY })) {
    if (line.trim() === '') continue
    const answered = answerLine(line, answer)
    failed ||= 'error' in answered
    pending += `${JSON.stringify(answered)}\n`
    if (!atOnce && pending.length < chunk) continue
    if (!process.stdout.write(pending)) await once(process.stdout, 'drain')
    pending = ''
  }
  if (pending !== '' && !process.stdout.write(pending)) await once(process.stdout, 'drain')
  return failed ? 1 : 0
}

function answerLine(line: string, answer: Answerer): object {
  try {
    return answer(JSON.parse(line))
  } catch (thrown) {
    if (thrown instanceof SyntaxError)
      return { error: { code: 'not_json', message: `Not a JSON record: ${thrown.message}` } }
    throw thrown
  }
}
