/** The lists whose columns and searches somebody can choose and keep. */
export const listNames = ['loads', 'quotes', 'carriers', 'customers', 'facilities'] as const
export type ListName = (typeof listNames)[number]

/** Radius around a place, in straight miles, where a list is asked for none. */
export const usualRadius = 100

/** Rows of a list come so many at a time, with the page and afterwards alike. */
export const rowsAtOnce = 100

/** Where a stretch of rows begins, as an address writes it; 0 for what is no such place. */
export const startOf = (text: string | null): number => Math.max(0, Math.trunc(Number(text ?? 0)) || 0)

/** Filters as an address writes them, without those that ask for nothing. */
export const filterParams = (filters: Record<string, string | number | null>): string =>
  Object.entries(filters)
    .flatMap(([name, value]) => (value ? [`${name}=${encodeURIComponent(value)}`] : []))
    .join('&')

/** An address's filters and its sort, which is left out where it is the usual one. */
export const withSort = (filters: string, sort: string, usual: string): string =>
  [filters, sort === usual ? '' : `sort=${sort}`].filter(Boolean).join('&')
