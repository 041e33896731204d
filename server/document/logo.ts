import { refused } from '#core/decision/refusal'
import { documentFileType, fileRefusals, maxLogoBytes } from '#core/document/file'
import type { Refused } from '#server/kernel/run'
import { draw } from '#server/pdf/draw'
import { storeDocument } from './store'

const maxPixels = 3000

/** Width and height of a PNG by its header (RFC 2083, 4.1.1). */
const sizeOfPng = (content: Buffer): [number, number] => [content.readUInt32BE(16), content.readUInt32BE(20)]

/**
 * Keeps a picture as the brokerage's logo, to be named in its settings, after it was drawn once: what cannot be drawn would spoil every document.
 * Small files can hold pictures that fill the memory, so a PNG's size is looked at before.
 */
export async function keepLogo(file: { name: string; content: Buffer }): Promise<{ storedAs: string } | Refused> {
  if (file.content.length > maxLogoBytes)
    return refused(fileRefusals, 'too_large', { megabytes: maxLogoBytes / 1024 / 1024 })
  const type = documentFileType(file.content)
  if (type !== 'image/png' && type !== 'image/jpeg') return refused(fileRefusals, 'no_picture')
  if (type === 'image/png' && (file.content.length < 24 || Math.max(...sizeOfPng(file.content)) > maxPixels))
    return refused(fileRefusals, 'unreadable_picture')
  const stored = await storeDocument(file.name, file.content)
  if ('refusal' in stored) return stored
  try {
    await draw('logo', stored.storedAs)
  } catch {
    return refused(fileRefusals, 'unreadable_picture')
  }
  return { storedAs: stored.storedAs }
}
