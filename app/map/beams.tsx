import { project } from '#core/map/project'
import type { Beam } from './layers'

/** Half the length of a beam, against the letters of its map. */
const reach = 1.25
/** How far an end goes down at full tilt. */
const drop = 0.75

/** A small balance on each area: a ring on the left arm for loads, a bar on the right arm for trucks; the heavier side hangs lower. Its figure stands beneath. What a click on it opens is the map's to do. */
export function Beams({ beams, letter }: { beams: Beam[]; letter: number }) {
  return (
    <g>
      {beams.map(({ code, tilt, words, href, ...point }) => {
        const { x, y: middle } = project(point)
        // The name of the state stands in its middle: the beam goes beneath it.
        const y = middle + letter * 1.1
        const [half, fall] = [letter * reach, letter * drop * tilt]
        return (
          <g key={code} className="cursor-pointer" data-href={href}>
            <rect x={x - half} y={y - letter} width={2 * half} height={letter * 2.4} fill="transparent" />
            <g className="stroke-ink" style={{ strokeWidth: 1.6, vectorEffect: 'non-scaling-stroke' }}>
              <line x1={x - half} y1={y + fall} x2={x + half} y2={y - fall} vectorEffect="non-scaling-stroke" />
              <path
                d={`M${x} ${y}l${letter * 0.3} ${letter * 0.55}h${-letter * 0.6}z`}
                className="fill-ink"
                vectorEffect="non-scaling-stroke"
              />
              <circle
                cx={x - half}
                cy={y + fall}
                r={letter * 0.28}
                className="fill-plain"
                vectorEffect="non-scaling-stroke"
              />
              <rect
                x={x + half - letter * 0.28}
                y={y - fall - letter * 0.22}
                width={letter * 0.56}
                height={letter * 0.44}
                className="fill-ink"
              />
            </g>
            <text
              x={x}
              y={y + letter * 1.45}
              fontSize={letter * 0.9}
              textAnchor="middle"
              className="fill-ink stroke-sheet font-semibold"
              style={{ paintOrder: 'stroke', strokeWidth: 3, vectorEffect: 'non-scaling-stroke' }}
            >
              {words}
            </text>
          </g>
        )
      })}
    </g>
  )
}
