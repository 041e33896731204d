/** Cities that the report covers, with the three-digit code each reports under, where it is, and how freight pays going there. */
const cities: [code: string, lat: number, lon: number, pull: number][] = [
  ['833', 42.56, -114.46, 0.97],
  ['834', 43.49, -112.03, 0.97],
  ['837', 43.6, -116.2, 0.97],
  ['989', 46.6, -120.5, 0.96],
  ['992', 47.66, -117.43, 0.96],
  ['841', 40.76, -111.89, 0.98],
  ['850', 33.45, -112.07, 1],
  ['802', 39.74, -104.99, 1.16],
  ['937', 36.74, -119.79, 0.9],
  ['591', 45.78, -108.5, 1.18],
  ['581', 46.88, -96.79, 1.15],
  ['554', 44.98, -93.27, 1],
  ['503', 41.59, -93.62, 0.98],
  ['752', 32.78, -96.8, 0.95],
  ['741', 36.15, -95.99, 0.98],
  ['780', 27.5, -99.5, 0.95],
  ['432', 39.96, -83, 0.94],
  ['282', 35.23, -80.84, 0.98],
  ['293', 34.95, -81.93, 0.98],
  ['648', 37.08, -94.51, 0.97],
]

const trailers: [word: string, perMile: number, share: number][] = [
  ['dry', 1.88, 0.4],
  ['reefer', 2.24, 0.3],
  ['flat', 2.32, 0.2],
]

const day = 86_400_000

/** A number from 0 to 1 that hangs on nothing but its words: the same report whenever it is asked for (FNV-1a, mixed). */
export function chanceOf(words: string, seed: number): number {
  let hash = (2166136261 ^ seed) >>> 0
  for (let at = 0; at < words.length; at++) hash = Math.imul(hash ^ words.charCodeAt(at), 16777619) >>> 0
  hash = Math.imul(hash ^ (hash >>> 16), 0x45d9f3b) >>> 0
  hash = Math.imul(hash ^ (hash >>> 16), 0x45d9f3b) >>> 0
  return ((hash ^ (hash >>> 16)) >>> 0) / 4294967296
}

function milesBetween(from: (typeof cities)[number], to: (typeof cities)[number]): number {
  const radians = Math.PI / 180
  const [lat1, lat2] = [from[1] * radians, to[1] * radians]
  const half =
    Math.sin((lat2 - lat1) / 2) ** 2 +
    Math.cos(lat1) * Math.cos(lat2) * Math.sin(((to[2] - from[2]) * radians) / 2) ** 2
  return 2 * 3958.8 * Math.asin(Math.sqrt(half)) * 1.19
}

export interface ReportRow {
  day: string
  publishedAt: number
  from: string
  to: string
  trailer: string
  loads: number
  averageUsd: number
  miles: number
}

const iso = (at: number) => new Date(at).toISOString().slice(0, 10)

/** What was paid on a day, on average, pair by pair: most pairs are missing on most days, some days are missing whole, and each row comes out one to four days late. */
export function reportOf(date: string, seed: number): ReportRow[] {
  if (chanceOf(`outage ${date}`, seed) < 0.03) return []
  const at = Date.parse(`${date}T00:00:00Z`)
  const rows: ReportRow[] = []
  for (const from of cities) {
    for (const to of cities) {
      if (from === to) continue
      for (const [trailer, perMile, share] of trailers) {
        const words = `${date} ${from[0]} ${to[0]} ${trailer}`
        if (chanceOf(`seen ${words}`, seed) > share * 0.55) continue
        const loads = 2 + Math.floor(chanceOf(`loads ${words}`, seed) ** 2 * 24)
        const miles = milesBetween(from, to)
        const luck = ((chanceOf(`luck ${words}`, seed) - 0.5) * 0.3) / Math.sqrt(loads)
        const published = at + day * (1 + Math.floor(chanceOf(`late ${words}`, seed) ** 2 * 4)) + 14 * 3_600_000
        rows.push({
          day: date,
          publishedAt: published,
          from: from[0],
          to: to[0],
          trailer,
          loads,
          averageUsd: Math.round(fairPrice(miles, perMile, trailer, from[3], to[3], at) * (1.02 + luck)),
          miles: Math.round(miles),
        })
      }
    }
  }
  return rows
}

/** The market of this world: a fixed part, miles, where freight pays, the season, a slow drift. */
function fairPrice(
  miles: number,
  perMile: number,
  trailer: string,
  fromPull: number,
  toPull: number,
  at: number,
): number {
  const year = (at / day / 365.25) % 1
  const season =
    1 +
    0.035 * Math.cos((year - 0.93) * 2 * Math.PI) +
    (trailer === 'reefer' ? 0.09 * Math.max(0, Math.cos((year - 0.75) * 2 * Math.PI)) : 0)
  const drift = 1 + 0.05 * Math.sin((at / day / 210) * 2 * Math.PI)
  return (210 + miles * perMile * (1 + 120 / (miles + 400))) * (toPull / Math.sqrt(fromPull)) * season * drift
}

/** Days of the report that are kept. */
export const keptDays = 100

/** Every row published after an instant and by now, oldest day first. */
export function reportSince(publishedAfter: number, now: number, seed: number): ReportRow[] {
  const rows: ReportRow[] = []
  for (let back = keptDays; back >= 0; back--)
    rows.push(
      ...reportOf(iso(now - back * day), seed).filter(
        ({ publishedAt }) => publishedAt > publishedAfter && publishedAt <= now,
      ),
    )
  return rows
}

const areas: [code: string, offset: number][] = [
  ['US', 0],
  ['R1', 0.11],
  ['R2', -0.06],
  ['R3', -0.19],
  ['R4', 0.04],
  ['R5', 0.62],
]
const keptWeeks = 110

/** The weekly diesel index: a Monday's price comes out the day after; now and then an area's is missing. */
export function dieselWeeks(now: number, seed: number): { area: string; week: string; price: string }[] {
  const rows: { area: string; week: string; price: string }[] = []
  const newestMonday = now - ((new Date(now).getUTCDay() + 6) % 7) * day
  for (let back = keptWeeks; back >= 0; back--) {
    const week = iso(newestMonday - back * 7 * day)
    const at = Date.parse(`${week}T00:00:00Z`)
    if (at + day * 1.9 > now) continue
    const weeks = at / (7 * day)
    for (const [area, offset] of areas) {
      if (area !== 'US' && chanceOf(`gap ${area} ${week}`, seed) < 0.02) continue
      const wander =
        0.28 * Math.sin(weeks / 17) +
        0.11 * Math.sin(weeks / 5.3) +
        0.03 * (chanceOf(`diesel ${area} ${week}`, seed) - 0.5)
      rows.push({ area, week, price: (3.72 + offset + wander).toFixed(3) })
    }
  }
  return rows
}

/** What a Canadian dollar was worth in US dollars on each working day of the last ninety: it wanders a little around 73 cents. */
export function exchangeDays(now: number, seed: number): { day: string; rate: number }[] {
  return Array.from({ length: 90 }, (_, back) => new Date(now - (89 - back) * day))
    .filter((date) => date.getUTCDay() % 6 !== 0)
    .map((date) => {
      const name = date.toISOString().slice(0, 10)
      const week = Math.floor(date.getTime() / (7 * day))
      return {
        day: name,
        rate: 0.73 + (chanceOf(`week ${week}`, seed) - 0.5) * 0.02 + (chanceOf(name, seed) - 0.5) * 0.004,
      }
    })
}
