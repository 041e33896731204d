/** What keeps a write from the disk: full, read-only, failing, over its quota. By SQLite's result codes and by those of the system. */
const faults = /^(SQLITE_(FULL|READONLY|IOERR|CANTOPEN)|ENOSPC$|EROFS$|EDQUOT$|EIO$)/

/** Whether an error says that the disk took nothing; what was read before still holds. */
export const isStorageFault = (error: unknown): boolean =>
  error instanceof Error && faults.test((error as { code?: string }).code ?? '')

/** What to say to whoever wanted to save. */
export const storageRefusal =
  'Nothing was saved: the disk of the server is full or can only be read. What you typed is still here; tell whoever runs the server, and save again.'
