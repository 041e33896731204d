import type { tender, tenderNotice } from '#server/schema'

/** One thing said of a tender, as it is kept. */
export type Notice = typeof tenderNotice.$inferSelect
/** A tender with where it is, as it is kept. */
export type TenderRow = typeof tender.$inferSelect
