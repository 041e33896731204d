import { readCsv } from './read-csv'
import { readFactsAgain, readMailWhole } from './read-mail-facts'
import { readSite } from './read-site'
import { readWorkbook } from './read-workbook'
import { readDocumentSet, readInterchanges } from './read-x12'

/** What can be read on the thread that reads what strangers send, each a function from bytes or text to plain data. */
export const readings = {
  mail: readMailWhole,
  facts: readFactsAgain,
  interchanges: readInterchanges,
  document: readDocumentSet,
  csv: readCsv,
  site: readSite,
  workbook: readWorkbook,
}
export type Readings = typeof readings

/** One order to the thread. */
export interface ReadOrder<K extends keyof Readings = keyof Readings> {
  what: K
  order: Parameters<Readings[K]>[0]
}

export default ({ what, order }: ReadOrder): unknown => (readings[what] as (order: unknown) => unknown)(order)
