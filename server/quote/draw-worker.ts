import { parentPort, workerData } from 'node:worker_threads'
import type { QuoteDocument } from '#core/quote/document'
import { quotePdf } from './pdf'

parentPort?.postMessage(await quotePdf(workerData as QuoteDocument))
