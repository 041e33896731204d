import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { inflateSync } from 'node:zlib'

const files = {
  text: '@fontsource/hanken-grotesk/files/hanken-grotesk-latin-400-normal.woff',
  strong: '@fontsource/hanken-grotesk/files/hanken-grotesk-latin-700-normal.woff',
  figures: '@fontsource/red-hat-mono/files/red-hat-mono-latin-400-normal.woff',
} as const

export type SheetFont = keyof typeof files

const held = new Map<SheetFont, Buffer>()

/** A font for document as plain sfnt: what embeds fonts inflates packed tables again at every use. */
export function sheetFont(name: SheetFont): Buffer {
  let font = held.get(name)
  if (!font) {
    font = woffToSfnt(readFileSync(createRequire(import.meta.url).resolve(files[name])))
    held.set(name, font)
  }
  return font
}

/** WOFF 1.0 to sfnt (W3C WOFF File Format 1.0, sections 3 to 5). */
export function woffToSfnt(woff: Buffer): Buffer {
  const tables = woff.readUInt16BE(12)
  const parts: Buffer[] = []
  const entries: [tag: number, checksum: number, offset: number, length: number][] = []
  let offset = 12 + tables * 16
  for (let index = 0; index < tables; index++) {
    const at = 44 + index * 20
    const [start, packed, length] = [woff.readUInt32BE(at + 4), woff.readUInt32BE(at + 8), woff.readUInt32BE(at + 12)]
    const raw = woff.subarray(start, start + packed)
    const table = packed < length ? inflateSync(raw) : raw
    entries.push([woff.readUInt32BE(at), woff.readUInt32BE(at + 16), offset, length])
    const padding = Buffer.alloc((4 - (length % 4)) % 4)
    parts.push(table, padding)
    offset += length + padding.length
  }
  const header = Buffer.alloc(12 + tables * 16)
  const power = Math.floor(Math.log2(tables))
  header.writeUInt32BE(woff.readUInt32BE(4), 0)
  header.writeUInt16BE(tables, 4)
  header.writeUInt16BE(2 ** power * 16, 6)
  header.writeUInt16BE(power, 8)
  header.writeUInt16BE(tables * 16 - 2 ** power * 16, 10)
  entries.forEach((entry, index) =>
    entry.forEach((value, field) => header.writeUInt32BE(value, 12 + index * 16 + field * 4)),
  )
  return Buffer.concat([header, ...parts])
}
