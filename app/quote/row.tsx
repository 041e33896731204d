import { equipmentWords } from '#core/load/words'
import { formatAmount, percentOf } from '#core/money/money'
import type { CellName } from '#core/quote/quote'
import { lineStateWords, lostReasonWords, pickupWords } from '#core/quote/words'
import type { GridColumn } from './columns'
import { QuoteStrip } from './quote-strip'
import type { ScreenLine } from './screen-lines'

/** What a line shows in a column. */
export function LineCell({ line, column, selected }: { line: ScreenLine; column: GridColumn; selected: boolean }) {
  switch (column.id) {
    case 'number':
      return (
        <span className={selected ? 'font-semibold text-dusk' : 'label'}>
          {selected ? `✓${line.position}` : line.position}
        </span>
      )
    case 'origin':
      return <Typed line={line} cell="origin" words={line.originCity && `${line.originCity} ${line.originRegion}`} />
    case 'dest':
      return <Typed line={line} cell="dest" words={line.destCity && `${line.destCity} ${line.destRegion}`} />
    case 'equipment':
      return <Typed line={line} cell="equipment" words={line.equipment && equipmentWords[line.equipment]} />
    case 'weight':
      return <Typed line={line} cell="weight" words={line.weightLb?.toLocaleString('en-US') ?? ''} />
    case 'pickup':
      return <Typed line={line} cell="pickup" words={line.busy ? '' : pickupWords(line.pickupFrom, line.pickupTo)} />
    case 'loads':
      return <Typed line={line} cell="loads" words={line.loads?.toLocaleString('en-US') ?? ''} />
    case 'theirs':
      return <Typed line={line} cell="theirs" words={line.theirsMinor === null ? '' : formatAmount(line.theirsMinor)} />
    case 'miles':
      return line.miles?.toLocaleString('en-US') ?? ''
    case 'strip':
      return <Strip line={line} />
    case 'price':
      return <Price line={line} />
    case 'margin':
      return <Margin line={line} />
    case 'before':
      return <Before line={line} />
    default:
      return <Note line={line} />
  }
}

const problemOf = (line: ScreenLine, cell: CellName) => line.problems.find((problem) => problem.cell === cell)

/** A cell as it was understood; as it was typed where it was not. */
function Typed({ line, cell, words }: { line: ScreenLine; cell: CellName; words: string | null }) {
  const typed = line.cells[cell]?.trim() ?? ''
  if (!line.busy && problemOf(line, cell) && typed !== '')
    return <span className="truncate text-bill underline decoration-wavy underline-offset-4">{typed}</span>
  return <span className="truncate">{words || typed}</span>
}

function Strip({ line }: { line: ScreenLine }) {
  if (!line.band) return line.busy && line.cells.dest ? <span className="label">pricing…</span> : null
  return <QuoteStrip band={line.band} sellMinor={line.deskAskedMinor ?? 0} />
}

function Price({ line }: { line: ScreenLine }) {
  if (problemOf(line, 'price') || line.sellMinor === null) return <Typed line={line} cell="price" words="" />
  return (
    <span
      className={`font-mono font-semibold ${line.own ? 'text-dusk' : ''}`}
      title={line.own ? 'typed by a person' : 'by the margin rule'}
    >
      {formatAmount(Math.round(line.sellMinor / 100) * 100)}
      {line.own && <span className="sr-only"> typed</span>}
    </span>
  )
}

function Margin({ line }: { line: ScreenLine }) {
  if (line.marginMinor === null || line.sellMinor === null) return null
  const tone = marginTone(line.marginMinor, line.marginPercent ?? 0)
  return (
    <span className={`font-mono ${tone}`}>
      {formatAmount(Math.round(line.marginMinor / 100) * 100)}{' '}
      <span className={tone ? '' : 'text-second'}>{line.marginPercent?.toFixed(1)}%</span>
    </span>
  )
}

/** What the lane was asked before, and by how much it moved. */
function Before({ line }: { line: ScreenLine }) {
  if (line.thenMinor === null) return <span className="label">new</span>
  const moved = line.sellMinor === null ? null : percentOf(line.sellMinor - line.thenMinor, line.thenMinor)
  return (
    <span className="font-mono">
      {formatAmount(Math.round(line.thenMinor / 100) * 100)}{' '}
      <span className="inline-block w-9 text-right text-second">
        {moved !== null && `${moved < 0 ? '−' : '+'}${Math.abs(moved).toFixed(0)}%`}
      </span>
    </span>
  )
}

/** The state of the line, or what is wrong with it. */
function Note({ line }: { line: ScreenLine }) {
  const missing = line.problems.every(({ message }) => message.endsWith('is missing'))
  if (line.problems.length > 0 && !line.busy)
    return (
      <span className={`truncate ${missing ? 'text-second' : 'text-bill'}`}>
        {line.problems.map(({ message }) => message).join('; ')}
      </span>
    )
  const more = [line.extras > 0 ? `+${line.extras} extra${line.extras > 1 ? 's' : ''}` : '', line.comment]
    .filter(Boolean)
    .join(', ')
  if (line.state === 'draft') return <span className="label truncate">{more}</span>
  const tone = stateTone[line.state] ?? 'text-second'
  return (
    <span className="truncate">
      <b className={`font-semibold ${tone}`}>{lineStateWords[line.state]}</b>
      <span className="label">
        {line.state === 'won' &&
          (line.loadsMade > 0 ? `, ${line.loadsMade} load${line.loadsMade > 1 ? 's' : ''} made` : ', no loads yet')}
        {line.state === 'lost' &&
          line.lostWhy &&
          `: ${lostReasonWords[line.lostWhy].toLowerCase()}${line.lostToMinor ? `, went for ${formatAmount(line.lostToMinor)}` : ''}`}
        {more && `, ${more}`}
      </span>
    </span>
  )
}

function marginTone(marginMinor: number, percent: number): string {
  if (marginMinor < 0) return 'text-bill font-semibold'
  return percent < 5 ? 'text-ring-text' : ''
}

const stateTone: Partial<Record<ScreenLine['state'], string>> = { won: 'text-acacia', sent: 'text-dusk' }
