import { database } from '#server/db.server'
import { tenderCounts } from '#server/tender/expire'

/** How many tenders wait for an answer. */
export const loader = () => tenderCounts(database(), Date.now())
