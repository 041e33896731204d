import { appendFileSync, existsSync, mkdirSync, readFileSync } from 'node:fs'
import { dirname } from 'node:path'

export interface KeptMail {
  key: string
  to: string[]
  /** The mail as it came, base64. */
  raw: string
  at: number
  /** How often the same key came again; such a repeat is not a new mail. */
  repeats: number
}

/** A mailbox in a file: each mail on disk before it is acknowledged, the same key kept once. */
export function openMailbox(file: string) {
  mkdirSync(dirname(file), { recursive: true })
  const mails: KeptMail[] = []
  const byKey = new Map<string, KeptMail>()
  const take = (mail: Omit<KeptMail, 'repeats'>): boolean => {
    const known = mail.key ? byKey.get(mail.key) : undefined
    if (known) {
      known.repeats++
      return false
    }
    const kept = { ...mail, repeats: 0 }
    mails.push(kept)
    if (mail.key) byKey.set(mail.key, kept)
    return true
  }
  if (existsSync(file)) {
    const written = readFileSync(file, 'utf8')
    for (const line of written.split('\n').filter(Boolean)) takeLine(line)
    // A line cut off by a sudden end is closed, or the next mail would be written into it.
    if (written !== '' && !written.endsWith('\n')) appendFileSync(file, '\n')
  }

  function takeLine(line: string): void {
    try {
      take(JSON.parse(line))
    } catch {
      // A line cut off by a sudden end was never acknowledged: its sender tries again.
    }
  }

  return {
    all: () => mails,
    keep(mail: Omit<KeptMail, 'repeats'>): boolean {
      appendFileSync(file, `${JSON.stringify(mail)}\n`)
      return take(mail)
    },
  }
}
