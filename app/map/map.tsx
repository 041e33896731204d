import { useEffect, useRef, useState } from 'react'
import {
  closer,
  type Frame,
  farther,
  frameAfter,
  frameAround,
  isMapKey,
  pathOf,
  project,
  zoom,
} from '#core/map/project'
import { namesInFrame } from '#core/map/region-spots'
import { Beams } from './beams'
import { type Layer, pointsOf } from './layers'

interface MapProps {
  layers: Layer[]
  /** What the map shows, for whoever does not see it. */
  words: string
  /** Width to height. */
  shape: number
  /** About how many pixels high it is shown: what is written on it is sized by that. */
  tall: number
  className?: string
  style?: React.CSSProperties
  /** A small map without buttons, which would cover half of it: keys and the wheel still move it. */
  isSmall?: boolean
  /** Called with where a mark leads that was clicked. */
  onOpen?: (href: string) => void
}

/** A map with layers on it: drawn on the server, moved and zoomed by wheel, drag, buttons or keys. */
export function RouteMap({ layers, words, shape, tall, className, style, isSmall = false, onOpen }: MapProps) {
  const home = frameAround(pointsOf(layers).map(project), shape)
  const [frame, setFrame] = useState<Frame>(home)
  const homeKey = `${home.x} ${home.y} ${home.width}`
  const box = useRef<SVGSVGElement>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for the frame's own figures
  useEffect(() => setFrame(home), [homeKey])
  useWheel(box, setFrame)
  const pixel = frame.height / tall
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || !isMapKey(event.key)) return
    event.preventDefault()
    event.stopPropagation()
    setFrame((each) => frameAfter(event.key, each, home))
  }
  return (
    <figure className={`relative overflow-hidden border bg-water ${className ?? ''}`} style={style}>
      <svg
        ref={box}
        viewBox={`${frame.x} ${frame.y} ${frame.width} ${frame.height}`}
        preserveAspectRatio="xMidYMid meet"
        className="h-full w-full cursor-grab touch-none active:cursor-grabbing"
        role="img"
        aria-label={words}
        tabIndex={0}
        onKeyDown={onKeyDown}
        {...useDrag(setFrame, onOpen)}
      >
        {/* Lines of what `use` draws grow with the map, whatever its vector effect: their width is told in pixels here. */}
        <use href="/map/shapes.svg#land" className="fill-sheet stroke-strong" style={{ strokeWidth: pixel }} />
        <use href="/map/shapes.svg#lakes" className="fill-water stroke-strong" style={{ strokeWidth: 0.6 * pixel }} />
        <use href="/map/shapes.svg#borders" className="fill-none stroke-strong" style={{ strokeWidth: pixel }} />
        <RegionNames letter={pixel * 12} frame={frame} />
        {layers.map((layer, index) => (
          <LayerMarks key={index} layer={layer} frame={frame} letter={pixel * 14} />
        ))}
      </svg>
      <figcaption className="sr-only">{words}</figcaption>
      <div className={`absolute right-1.5 bottom-1.5 flex gap-1 print:hidden ${isSmall ? 'hidden' : ''}`}>
        {(
          [
            ['−', 'Farther', '-'],
            ['+', 'Closer', '+'],
            ['⌂', 'Whole route', '0'],
          ] as const
        ).map(([mark, name, key]) => (
          <button
            key={key}
            type="button"
            aria-label={name}
            title={`${name} (${key})`}
            onClick={() => setFrame((each) => frameAfter(key, each, home))}
            className="h-6 w-6 border border-strong bg-sheet text-center leading-none"
          >
            {mark}
          </button>
        ))}
      </div>
    </figure>
  )
}

function RegionNames({ letter: size, frame }: { letter: number; frame: Frame }) {
  return (
    <g className="fill-second" fontSize={size} textAnchor="middle" opacity={0.75}>
      {namesInFrame(size, frame).map(({ code, x, y }) => (
        <text key={code} x={x} y={y + size / 3} letterSpacing={size / 8}>
          {code}
        </text>
      ))}
    </g>
  )
}

function LayerMarks({ layer, frame, letter }: { layer: Layer; frame: Frame; letter: number }) {
  if (layer.kind === 'way')
    return (
      <path
        d={pathOf(layer.points.map(project))}
        className="fill-none stroke-dusk"
        style={{ strokeWidth: 2.5, strokeLinejoin: 'round', vectorEffect: 'non-scaling-stroke' }}
      />
    )
  if (layer.kind === 'beams') return <Beams beams={layer.beams} letter={letter * 0.8} />
  if (layer.kind === 'lanes') {
    return (
      <g>
        {layer.lanes.map(({ from, to, strong }, index) => (
          <path
            key={index}
            d={pathOf([project(from), project(to)])}
            className={`fill-none ${strong ? 'stroke-ink' : 'stroke-second'}`}
            opacity={strong ? 0.7 : 0.35}
            style={{ strokeWidth: strong ? 1.6 : 1, vectorEffect: 'non-scaling-stroke' }}
          />
        ))}
      </g>
    )
  }
  const size = letter * 0.7
  return (
    <g>
      {layer.stops.map((stop, index) => {
        const { x, y } = project(stop)
        const toTheLeft = x > frame.x + frame.width * 0.66
        return (
          <g key={`${stop.name}-${index}`}>
            <rect
              x={x - size / 2}
              y={y - size / 2}
              width={size}
              height={size}
              className={`stroke-ink ${stop.stop === 'delivery' ? 'fill-ink' : 'fill-plain'}`}
              style={{ strokeWidth: 2, vectorEffect: 'non-scaling-stroke' }}
            />
            <text
              x={x + (toTheLeft ? -size : size)}
              y={y - size / 2}
              textAnchor={toTheLeft ? 'end' : 'start'}
              fontSize={letter}
              className="fill-ink stroke-sheet font-semibold"
              style={{ paintOrder: 'stroke', strokeWidth: 3, vectorEffect: 'non-scaling-stroke' }}
            >
              {stop.name}
            </text>
          </g>
        )
      })}
    </g>
  )
}

/** Zooms by the wheel around the pointer; a listener of its own, since React's cannot keep the page from scrolling. */
function useWheel(
  box: React.RefObject<SVGSVGElement | null>,
  setFrame: React.Dispatch<React.SetStateAction<Frame>>,
): void {
  useEffect(() => {
    const svg = box.current
    if (!svg) return
    const onWheel = (event: WheelEvent) => {
      event.preventDefault()
      const at = svg.getBoundingClientRect()
      const [across, down] = [(event.clientX - at.left) / at.width, (event.clientY - at.top) / at.height]
      setFrame((frame) =>
        zoom(frame, event.deltaY < 0 ? closer : farther, {
          x: frame.x + frame.width * across,
          y: frame.y + frame.height * down,
        }),
      )
    }
    svg.addEventListener('wheel', onWheel, { passive: false })
    return () => svg.removeEventListener('wheel', onWheel)
  }, [box, setFrame])
}

/** A hand that means to click moves no farther. */
const clickPixels = 4

/** Where a mark under the pointer leads; the map has the pointer captured, so its marks hear of no click. */
const hrefAt = (x: number, y: number): string | null =>
  document
    .elementsFromPoint(x, y)
    .map((each) => each.closest('[data-href]')?.getAttribute('data-href'))
    .find(Boolean) ?? null

/** Moves the map with the pointer held down; a click that moved nothing opens the mark under it. */
function useDrag(setFrame: React.Dispatch<React.SetStateAction<Frame>>, onOpen: MapProps['onOpen']) {
  const last = useRef<{ x: number; y: number } | null>(null)
  const began = useRef({ x: 0, y: 0 })
  return {
    onPointerDown: (event: React.PointerEvent<SVGSVGElement>) => {
      last.current = { x: event.clientX, y: event.clientY }
      began.current = last.current
      event.currentTarget.setPointerCapture(event.pointerId)
    },
    onPointerMove: (event: React.PointerEvent<SVGSVGElement>) => {
      const from = last.current
      if (!from) return
      const { width, height } = event.currentTarget.getBoundingClientRect()
      const [dx, dy] = [event.clientX - from.x, event.clientY - from.y]
      last.current = { x: event.clientX, y: event.clientY }
      setFrame((frame) => {
        const scale = Math.max(frame.width / width, frame.height / height)
        return { ...frame, x: frame.x - dx * scale, y: frame.y - dy * scale }
      })
    },
    onPointerUp: ({ clientX, clientY }: React.PointerEvent<SVGSVGElement>) => {
      last.current = null
      const moved = Math.hypot(clientX - began.current.x, clientY - began.current.y)
      const href = moved <= clickPixels ? hrefAt(clientX, clientY) : null
      if (href !== null) onOpen?.(href)
    },
  }
}
