import { join } from 'node:path'
import { parentPort, workerData } from 'node:worker_threads'
import { backUp, drillRestore, rotate } from '#server/database/back-up'
import { nightly } from './nightly-name'

// On a thread of its own: a large file takes a minute to copy and another to read through.
const { folder, name, keep } = workerData as { folder: string; name: string; keep: number }
const backups = join(folder, 'backups')
try {
  backUp(folder, join(backups, name), process.env)
  const drill = drillRestore(join(backups, name), join(folder, 'restore-drill'))
  parentPort?.postMessage({ ...drill, removed: rotate(backups, nightly, keep) })
} catch (error) {
  parentPort?.postMessage({ ok: false, words: (error as Error).message, loads: 0, bytes: 0, removed: [] })
}
