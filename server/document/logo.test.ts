import { deflateSync } from 'node:zlib'
import { afterAll, describe, expect, test } from 'vitest'
import { stopDrawers } from '#server/pdf/draw'
import { newSheet, sheet } from '#server/pdf/sheet'
import { letterhead } from './letterhead'
import { keepLogo } from './logo'
import { readStoredDocument } from './store'

afterAll(() => stopDrawers())

const crcTable = Array.from({ length: 256 }, (_, byte) => {
  let crc = byte
  for (let bit = 0; bit < 8; bit++) crc = crc & 1 ? 0xedb88320 ^ (crc >>> 1) : crc >>> 1
  return crc >>> 0
})
const crcOf = (bytes: Buffer) => {
  let crc = 0xffffffff
  for (const byte of bytes) crc = crcTable[(crc ^ byte) & 255]! ^ (crc >>> 8)
  return (crc ^ 0xffffffff) >>> 0
}
const chunk = (type: string, data: Buffer) => {
  const body = Buffer.concat([Buffer.from(type), data])
  const [length, crc] = [Buffer.alloc(4), Buffer.alloc(4)]
  length.writeUInt32BE(data.length)
  crc.writeUInt32BE(crcOf(body))
  return Buffer.concat([length, body, crc])
}

/** A PNG (RFC 2083) of transparent pixels, as wide and high as it says; `data` in place of its pixels. */
function png(width: number, height: number, data?: Buffer): Buffer {
  const header = Buffer.alloc(13)
  header.writeUInt32BE(width, 0)
  header.writeUInt32BE(height, 4)
  header.set([8, 6, 0, 0, 0], 8)
  const pixels = data ?? deflateSync(Buffer.alloc((width * 4 + 1) * height))
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', header),
    chunk('IDAT', pixels),
    chunk('IEND', Buffer.alloc(0)),
  ])
}

const keep = (content: Buffer) => keepLogo({ name: 'logo.png', content })

describe('a logo', () => {
  test('that can be drawn is kept, and stands at the head of a sheet', async () => {
    const kept = await keep(png(4, 2))
    if ('refusal' in kept) throw new Error(kept.refusal.message)
    expect(await readStoredDocument(kept.storedAs)).toEqual(png(4, 2))
    const { doc, done } = newSheet('Test', '')
    expect(await letterhead(doc, { logo: kept.storedAs })).toBeGreaterThan(sheet.margin + 40)
    doc.end()
    expect((await done).includes('/Subtype /Image')).toBe(true)
  })
  test('that is none, or is gone, leaves the head as it was', async () => {
    const { doc, done } = newSheet('Test', '')
    expect([await letterhead(doc, { logo: null }), await letterhead(doc, { logo: 'f'.repeat(64) })]).toEqual([
      sheet.margin,
      sheet.margin,
    ])
    doc.end()
    await done
  })
  test.each([
    ['of nothing', Buffer.alloc(0), 'no_picture'],
    ['that is a PDF', Buffer.from('%PDF-1.7 hello'), 'no_picture'],
    [
      'that is a picture by its first bytes alone',
      Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
      'unreadable_picture',
    ],
    ['that fills the memory', png(30_000, 30_000, Buffer.alloc(0)), 'unreadable_picture'],
    ['whose pixels are damaged', png(4, 2, Buffer.from('not deflated at all')), 'unreadable_picture'],
    ['that is too large', Buffer.alloc(1024 * 1024 + 1), 'too_large'],
  ])('%s is refused', async (_, content, code) => expect(await keep(content)).toMatchObject({ refusal: { code } }))
})
