import { shapesSvg } from '#server/map/shapes'

/** The ground all maps share; it changes only with the application. */
export function loader() {
  return new Response(shapesSvg(), {
    headers: { 'Content-Type': 'image/svg+xml', 'Cache-Control': 'public, max-age=86400' },
  })
}
