import { and, asc, eq, or, sql } from 'drizzle-orm'
import type { ListName } from '#core/listing/lists'
import type { Db } from '#server/db.server'
import { columnWidth, listColumns, savedView, user } from '#server/schema'

/** The searches of a list that somebody keeps or that others share, by name. */
export const savedViews = (db: Db, userId: number, list: ListName) =>
  db
    .select({
      id: savedView.id,
      name: savedView.name,
      query: savedView.query,
      shared: savedView.shared,
      isOwn: sql<number>`${savedView.userId} = ${userId}`.mapWith(Boolean),
      keptBy: user.name,
    })
    .from(savedView)
    .innerJoin(user, eq(user.id, savedView.userId))
    .where(and(eq(savedView.list, list), or(eq(savedView.userId, userId), savedView.shared)))
    .orderBy(asc(savedView.name))
    .all()

export type SavedView = ReturnType<typeof savedViews>[number]

/** Keeps a query of a list under a name; the same name again takes its place. */
export function saveView(
  db: Db,
  userId: number,
  view: { list: ListName; name: string; query: string; shared?: boolean },
): void {
  db.insert(savedView)
    .values({ userId, ...view })
    .onConflictDoUpdate({
      target: [savedView.userId, savedView.list, savedView.name],
      set: { query: view.query, shared: view.shared ?? false },
    })
    .run()
}

/** Forgets a search that somebody keeps. */
export function dropView(db: Db, userId: number, viewId: number): void {
  db.delete(savedView)
    .where(and(eq(savedView.userId, userId), eq(savedView.id, viewId)))
    .run()
}

/** The ids of the columns that somebody chose for a list; null where they chose none. */
export function chosenColumns(db: Db, userId: number, list: ListName): string[] | null {
  const [row] = db
    .select({ columns: listColumns.columns })
    .from(listColumns)
    .where(and(eq(listColumns.userId, userId), eq(listColumns.list, list)))
    .all()
  return row?.columns ?? null
}

/** Keeps the columns that somebody chose for a list; null goes back to its first ones. */
export function chooseColumns(db: Db, userId: number, list: ListName, columns: string[] | null): void {
  if (columns === null) {
    db.delete(listColumns)
      .where(and(eq(listColumns.userId, userId), eq(listColumns.list, list)))
      .run()
    return
  }
  db.insert(listColumns)
    .values({ userId, list, columns })
    .onConflictDoUpdate({ target: [listColumns.userId, listColumns.list], set: { columns } })
    .run()
}

/** How wide somebody made the columns of a list, in pixels, by the columns' ids. */
export const chosenWidths = (db: Db, userId: number, list: ListName): Record<string, number> =>
  Object.fromEntries(
    db
      .select({ column: columnWidth.column, width: columnWidth.width })
      .from(columnWidth)
      .where(and(eq(columnWidth.userId, userId), eq(columnWidth.list, list)))
      .all()
      .map(({ column, width }) => [column, width]),
  )

/** Keeps how wide somebody made a column; null sets it back. */
export function chooseWidth(
  db: Db,
  userId: number,
  list: ListName,
  { column, width }: { column: string; width: number | null },
): void {
  if (width === null)
    db.delete(columnWidth)
      .where(and(eq(columnWidth.userId, userId), eq(columnWidth.list, list), eq(columnWidth.column, column)))
      .run()
  else
    db.insert(columnWidth)
      .values({ userId, list, column, width })
      .onConflictDoUpdate({ target: [columnWidth.userId, columnWidth.list, columnWidth.column], set: { width } })
      .run()
}
