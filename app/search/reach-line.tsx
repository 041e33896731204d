const width = 190
const height = 26
const y = 15

interface ReachLineProps {
  /** Empty truck miles to the pickup, loaded miles, empty miles afterwards; null where not known. */
  milesTo: number | null
  miles: number | null
  milesAfter: number | null
  /** The longest of the list: all its lines are to one scale. */
  longest: number
}

/** How far a truck drives for a load, to scale: dashed where it is empty, solid where it is loaded. */
export function ReachLine({ milesTo, miles, milesAfter, longest }: ReachLineProps) {
  const scale = (width - 8) / Math.max(1, longest)
  const parts = [milesTo ?? 0, miles ?? 0, milesAfter ?? 0].map((part) => part * scale)
  const [to, loaded, after] = parts as [number, number, number]
  const words = [
    milesTo === null ? '' : `${milesTo} empty miles to the pickup`,
    miles === null ? '' : `${miles} loaded miles`,
    milesAfter === null ? '' : `${milesAfter} empty miles after`,
  ].filter(Boolean)
  return (
    <svg width={width} height={height} role="img" aria-label={words.join(', ') || 'miles not known'} className="block">
      {milesTo !== null && <Part from={4} length={to} words={milesTo.toLocaleString('en-US')} isEmpty />}
      {miles !== null && <Part from={4 + to} length={loaded} words={miles.toLocaleString('en-US')} />}
      {milesAfter !== null && (
        <Part from={4 + to + loaded} length={after} words={milesAfter.toLocaleString('en-US')} isEmpty />
      )}
      <circle cx={4} cy={y} r={2} fill="var(--ink)" />
      {miles !== null && <circle cx={4 + to} cy={y} r={2.6} fill="var(--ink)" />}
      {miles !== null && <circle cx={4 + to + loaded} cy={y} r={2.6} fill="var(--ink)" />}
    </svg>
  )
}

/** Below this a figure has no room above its part. */
const leastForWords = 20

function Part({
  from,
  length,
  words,
  isEmpty = false,
}: {
  from: number
  length: number
  words: string
  isEmpty?: boolean
}) {
  return (
    <>
      <line
        x1={from}
        x2={from + length}
        y1={y}
        y2={y}
        stroke={isEmpty ? 'var(--second-ink)' : 'var(--ink)'}
        strokeWidth={isEmpty ? 1.2 : 2.2}
        strokeDasharray={isEmpty ? '3 3' : undefined}
      />
      {length >= leastForWords && (
        <text x={from + length / 2} y={9} textAnchor="middle" className="fill-second font-mono text-[9.5px]">
          {words}
        </text>
      )}
    </>
  )
}
