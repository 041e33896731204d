import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  statSync,
  writeSync,
} from 'node:fs'
import { basename, join } from 'node:path'
import { settings } from '#server/settings.server'
import type { Transport } from './connection'
import type { Partner } from './partners'

const largestFile = 64 * 1024 * 1024
const mostAtOnce = 20

/** A partner's mailbox: `in` is theirs to write and ours to read, `out` the other way, `archive` holds what was read. */
export function mailboxOf(partner: Pick<Partner, 'address'>): { in: string; out: string; archive: string } {
  // The address is a plain name: whatever else is in it cannot lead out of the data folder.
  const root = join(settings().OX_DATA, 'partners', basename(partner.address))
  return { in: join(root, 'in'), out: join(root, 'out'), archive: join(root, 'archive') }
}

/**
 * A mailbox folder. Both sides write under a name that begins with a point and rename when the file is whole, so nobody reads half of
 * one; what is read moves to the archive only after it is in the database, so what is lost in between is read again.
 */
export const folderTransport: Transport = {
  collect(partner) {
    const box = mailboxOf(partner)
    if (!existsSync(box.in)) return []
    const names = readdirSync(box.in)
      .filter((name) => !name.startsWith('.'))
      .sort()
      .slice(0, mostAtOnce)
    return names.flatMap((name) => {
      const path = join(box.in, name)
      const stat = statSync(path)
      if (!stat.isFile()) return []
      if (stat.size > largestFile) throw new Error(`${name} is larger than ${largestFile / 1024 / 1024} MB`)
      return [{ source: name, bytes: readFileSync(path), kept: () => archive(box.archive, path, name) }]
    })
  },
  async deliver(_db, partner, { key, bytes }) {
    const { out } = mailboxOf(partner)
    try {
      mkdirSync(out, { recursive: true })
      writeWhole(out, `${key}.x12`, bytes)
      return null
    } catch (thrown) {
      return {
        message: `the mailbox folder cannot be written (${thrown instanceof Error ? thrown.message : 'unknown'})`,
        final: false,
      }
    }
  },
}

/** A name used before gets a number behind it: nothing in the archive is written over. */
function archive(folder: string, path: string, name: string): void {
  mkdirSync(folder, { recursive: true })
  let to = join(folder, name)
  for (let turn = 2; existsSync(to); turn++) to = join(folder, `${name}.${turn}`)
  renameSync(path, to)
}

/** Writes beside and renames: the name appears only with all of its bytes on the disk. */
function writeWhole(folder: string, name: string, bytes: Buffer): void {
  const making = join(folder, `.${name}`)
  const file = openSync(making, 'w')
  try {
    writeSync(file, bytes)
    fsyncSync(file)
  } finally {
    closeSync(file)
  }
  renameSync(making, join(folder, name))
}
