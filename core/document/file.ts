/** The largest file that is taken, in bytes. */
export const maxDocumentBytes = 10 * 1024 * 1024

/** The largest logo that is taken, in bytes. */
export const maxLogoBytes = 1024 * 1024

export type DocumentFileType = 'application/pdf' | 'image/png' | 'image/jpeg'

/**
 * What a file is, by its first bytes alone, whatever its name or its sender says: a PDF (ISO 32000-2, 7.5.2), a PNG (RFC 2083, 3.1), a JPEG
 * (ITU-T T.81, B.1.1.3); null for all else.
 */
export function documentFileType(content: Uint8Array): DocumentFileType | null {
  const begins = (...bytes: number[]) => bytes.every((byte, at) => content[at] === byte)
  if (begins(0x25, 0x50, 0x44, 0x46, 0x2d)) return 'application/pdf'
  if (begins(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'image/png'
  if (begins(0xff, 0xd8, 0xff)) return 'image/jpeg'
  return null
}

const endings: Record<DocumentFileType, string> = { 'application/pdf': 'pdf', 'image/png': 'png', 'image/jpeg': 'jpg' }

// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is taken out
const unsafeSigns = /[\u0000-\u001f\u007f"<>|:*?\u200e\u200f\u202a-\u202e]/g

/** A file's name made safe to show and to offer for keeping: no folders, no control signs, the ending its content has. */
export function safeFileName(name: string, type: DocumentFileType): string {
  const last = name
    .normalize('NFC')
    .split(/[/\\]/)
    .at(-1)!
    .replace(unsafeSigns, '')
    .replace(/\.[a-z0-9]{1,5}$/i, '')
    .replace(/^\.+/, '')
    .trim()
    .slice(0, 80)
  return `${last === '' ? 'document' : last}.${endings[type]}`
}

/** Why a file is not taken, with its sentence. */
export const fileRefusals = {
  empty: () => 'The file is empty.',
  too_large: ({ megabytes }: { megabytes: number }) => `The file is larger than ${megabytes} MB.`,
  no_picture: () => 'A logo is a PNG or JPEG picture, and this is neither, whatever its name says.',
  unreadable_picture: () =>
    'This picture cannot be drawn. Save it again as PNG or JPEG, at most 3,000 pixels wide and high.',
  wrong_type: () => 'Only PDF, PNG and JPEG files are accepted, and this is none of them, whatever its name says.',
}
