import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { DirectoryQuery } from '#core/carrier/directory'
import type { SavedView } from '#server/listing/choices'
import { ListSearch } from '../listing/list-search'
import { SavedViews } from '../listing/saved-views'

/** The directory's search, the views saved of it, and where one goes from here. */
export function DirectoryHead({
  query,
  params,
  total,
  views,
  mayEdit,
  onAdd,
  columnsMenu,
}: {
  query: DirectoryQuery
  params: string
  total: number
  views: SavedView[]
  mayEdit: boolean
  onAdd: () => void
  columnsMenu: ReactNode
}) {
  return (
    <div className="flex items-center gap-3 border-b border-strong px-4 py-2">
      <h1 className="text-base font-semibold">Carriers</h1>
      <ListSearch
        words={query.q}
        params={params}
        label="Name, number, city, email, phone"
        hint={<kbd className="key">s</kbd>}
      />
      <span className="label">{total.toLocaleString('en-US')} found</span>
      <SavedViews list="carriers" path="/carriers" views={views} params={params} />
      <span className="ml-auto flex items-center gap-4">
        <Link to="/carriers/attention" className="link">
          Needs attention
        </Link>
        <Link to="/vetting" className="link">
          Vetting policy
        </Link>
        {mayEdit && (
          <Link to="/carriers/import" className="link">
            Import
          </Link>
        )}
        {columnsMenu}
        {mayEdit && (
          <button type="button" className="button first" onClick={onAdd}>
            Add a carrier <kbd className="key">a</kbd>
          </button>
        )}
      </span>
    </div>
  )
}
