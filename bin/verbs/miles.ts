import { z } from 'zod'
import type { Place } from '#core/place/place'
import { resolvePlace } from '#core/place/resolve'
import { gazetteer, miles } from '#server/atlas.server'
import type { Answerer } from './lines'

const maxVia = 50
const recordSchema = z.object({
  from: z.string().min(1).max(120),
  to: z.string().min(1).max(120),
  via: z.array(z.string().min(1).max(120)).max(maxVia).optional(),
})

const tenths = (value: number) => Math.round(value * 10) / 10
const placeFields = ({ city, region, country, lat, lon }: Place) => ({ city, region, country, lat, lon })

/** Truck miles of one record: practical miles, wheel hours and the roads in their order. */
export function milesAnswerer(): Answerer {
  const places = gazetteer()
  const network = miles()
  return (record) => {
    const asked = recordSchema.safeParse(record)
    if (!asked.success)
      return { error: { code: 'bad_record', message: z.prettifyError(asked.error).replaceAll('\n', ' ') } }
    const stops: Place[] = []
    for (const text of [asked.data.from, ...(asked.data.via ?? []), asked.data.to]) {
      const found = resolvePlace(places, text)
      if ('refusal' in found) return { error: found.refusal }
      stops.push(found.place)
    }
    const ways = stops.slice(1).map((to, at) => network.way(stops[at]!, to))
    const missing = ways.indexOf(null)
    if (missing >= 0)
      return {
        error: {
          code: 'no_route',
          message: `No road leads from ${stops[missing]!.city} to ${stops[missing + 1]!.city}`,
        },
      }
    return {
      miles: tenths(ways.reduce((sum, way) => sum + way!.miles, 0)),
      hours: tenths(ways.reduce((sum, way) => sum + way!.hours, 0)),
      from: placeFields(stops[0]!),
      to: placeFields(stops.at(-1)!),
      legs: ways.flatMap((way) => way!.roads),
    }
  }
}
