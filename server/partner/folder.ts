import { mkdir, open, readdir, readFile, rename, stat } from 'node:fs/promises'
import { basename, join } from 'node:path'
import { settings } from '#server/settings.server'
import type { Arrival, Transport } from './connection'
import type { Partner } from './partners'

const largestFile = 64 * 1024 * 1024
const maxAtOnce = 20

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
  async collect(partner) {
    const box = mailboxOf(partner)
    const names = (await readdir(box.in).catch(noneIfMissing)).filter((name) => !name.startsWith('.')).sort()
    const found = await Promise.all(names.slice(0, maxAtOnce).map((name) => readArrival(box, name)))
    return found.flatMap((arrival) => arrival ?? [])
  },
  async deliver(_db, partner, { key, bytes }) {
    const { out } = mailboxOf(partner)
    try {
      await mkdir(out, { recursive: true })
      await writeWhole(out, `${key}.x12`, bytes)
      return null
    } catch (thrown) {
      return {
        message: `the mailbox folder cannot be written (${thrown instanceof Error ? thrown.message : 'unknown'})`,
        final: false,
      }
    }
  },
}

function noneIfMissing(error: NodeJS.ErrnoException): string[] {
  if (error.code === 'ENOENT') return []
  throw error
}

async function readArrival(box: { in: string; archive: string }, name: string): Promise<Arrival | null> {
  const path = join(box.in, name)
  const found = await stat(path)
  if (!found.isFile()) return null
  if (found.size > largestFile) throw new Error(`${name} is larger than ${largestFile / 1024 / 1024} MB`)
  return { source: name, bytes: await readFile(path), kept: () => archive(box.archive, path, name) }
}

/** A name used before gets a number behind it: nothing in the archive is written over. */
async function archive(folder: string, path: string, name: string): Promise<void> {
  await mkdir(folder, { recursive: true })
  const taken = new Set(await readdir(folder))
  let free = name
  for (let number = 2; taken.has(free); number++) free = `${name}.${number}`
  await rename(path, join(folder, free))
}

/** Writes beside and renames: the name appears only with all of its bytes on the disk. */
async function writeWhole(folder: string, name: string, bytes: Buffer): Promise<void> {
  const making = join(folder, `.${name}`)
  const file = await open(making, 'w')
  try {
    await file.writeFile(bytes)
    await file.sync()
  } finally {
    await file.close()
  }
  await rename(making, join(folder, name))
}
