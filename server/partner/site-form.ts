import type { Transport } from './connection'
import { answerAtSite } from './site-session'

/** A site has no documents to collect: its pages are read on a schedule. What goes out is an answer in the site's own form. */
export const siteTransport: Transport = {
  collect: async () => [],
  deliver: (db, partner, { bytes }) => answerAtSite(db, partner, new URLSearchParams(bytes.toString('latin1'))),
}
