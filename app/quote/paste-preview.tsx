import { type ColumnKind, columnKinds } from '#core/quote/column-names'
import type { PastedSheet } from '#core/quote/columns'

const columnWords: Record<ColumnKind, string> = {
  origin: 'Origin',
  origin_city: 'Origin city',
  origin_region: 'Origin state',
  origin_postal: 'Origin code',
  dest: 'Destination',
  dest_city: 'Destination city',
  dest_region: 'Destination state',
  dest_postal: 'Destination code',
  equipment: 'Equipment',
  weight: 'Weight',
  pickup: 'Pickup',
  pickup_to: 'Pickup until',
  loads: 'Loads',
  commodity: 'Freight',
  extras: 'Extra charges',
  price: 'Our price',
  theirs: 'They pay',
  comment: 'Comment',
}

const shownRows = 6

interface PreviewProps {
  rows: string[][]
  sheet: PastedSheet
  onSheet: (sheet: PastedSheet) => void
}

/** The first rows, under what each column was understood to hold, which can be changed. */
export function PastePreview({ rows, sheet, onSheet }: PreviewProps) {
  const set = (column: number, kind: ColumnKind | null) =>
    onSheet({
      ...sheet,
      columns: sheet.columns.map((each, at) => {
        if (at === column) return kind
        if (each === kind) return null
        return each
      }),
    })
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="How the columns were understood">
      <table className="w-full text-sm">
        <thead>
          <tr>
            {sheet.columns.map((kind, column) => (
              <th key={column} className="p-0.5 text-left">
                <select
                  aria-label={`Column ${column + 1} holds`}
                  className={`field !h-7 min-w-24 text-sm ${kind ? 'font-semibold' : 'text-second'}`}
                  value={kind ?? ''}
                  onChange={(event) => set(column, (event.target.value || null) as ColumnKind | null)}
                >
                  <option value="">(not used)</option>
                  {columnKinds.map((each) => (
                    <option key={each} value={each}>
                      {columnWords[each]}
                    </option>
                  ))}
                </select>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, sheet.headRows + shownRows).map((row, at) => (
            <tr key={at} className={`border-t ${at < sheet.headRows ? 'text-second italic' : ''}`}>
              {sheet.columns.map((kind, column) => (
                <td key={column} className={`max-w-48 truncate px-2 py-0.5 ${kind ? '' : 'text-second'}`}>
                  {row[column]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
