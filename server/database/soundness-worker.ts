import { parentPort, workerData } from 'node:worker_threads'
import Database from 'better-sqlite3'
import { quickCheck } from './soundness'

// On a thread of its own and by a connection of its own that only reads: a large file takes a minute.
const { path } = workerData as { path: string }
const client = new Database(path, { readonly: true })
parentPort?.postMessage({ problem: quickCheck(client, path)?.message ?? null })
client.close()
