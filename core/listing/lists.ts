/** The lists whose columns and searches somebody can choose and keep. */
export const listNames = ['loads', 'quotes', 'carriers'] as const
export type ListName = (typeof listNames)[number]

/** Rows of a list come so many at a time, with the page and afterwards alike. */
export const rowsAtOnce = 100

/** Where a stretch of rows begins, by the `start` of an address; 0 for what is none. */
export const startOf = (params: URLSearchParams): number =>
  Math.max(0, Math.trunc(Number(params.get('start') ?? 0)) || 0)
