import { deflateRawSync } from 'node:zlib'
import { afterAll, describe, expect, test } from 'vitest'
import writeXlsx from 'write-excel-file/node'
import { stopReaders } from './read'
import { textOfSheetFile } from './sheet-file'

afterAll(stopReaders)

const workbook = async (rows: (string | number | boolean | Date | null)[][]): Promise<Buffer> =>
  writeXlsx(
    rows.map((row) =>
      row.map((value) =>
        value instanceof Date ? { value, type: Date, format: 'mm/dd/yyyy' } : { value: value ?? undefined },
      ),
    ) as never,
  ).toBuffer()

/** An archive of one file that says it unpacks to so many bytes (PKZIP APPNOTE 4.3.7, 4.3.12, 4.3.16). */
function archiveSaying(bytes: number): Buffer {
  const name = Buffer.from('xl/workbook.xml')
  const packed = deflateRawSync(Buffer.alloc(100))
  const sizes = Buffer.alloc(12)
  sizes.writeUInt32LE(packed.length, 4)
  sizes.writeUInt32LE(bytes, 8)
  const lengths = Buffer.from([name.length, 0, 0, 0])
  const head = Buffer.concat([Buffer.from('504b03041400000008000000000000', 'hex'), sizes.subarray(1), lengths, name])
  const entry = Buffer.concat([
    Buffer.from('504b010214001400000008000000000000', 'hex'),
    sizes.subarray(1),
    lengths,
    Buffer.alloc(14),
    name,
  ])
  const end = Buffer.alloc(22)
  end.write('504b0506', 'hex')
  end.writeUInt16LE(1, 8)
  end.writeUInt16LE(1, 10)
  end.writeUInt32LE(entry.length, 12)
  end.writeUInt32LE(head.length + packed.length, 16)
  return Buffer.concat([head, packed, entry, end])
}

describe('the file of a sheet', () => {
  test('a workbook is the text of its first sheet, its cells as somebody reads them', async () => {
    const day = new Date(Date.UTC(2026, 11, 4))
    const bytes = await workbook([
      ['Lane', 'Price', 'From', 'Note'],
      [1, 2470.1, day, 'two\nlines\tand a tab'],
      [2, 0.1 + 0.2, null, ''],
    ])
    expect(await textOfSheetFile(bytes)).toBe(
      'Lane\tPrice\tFrom\tNote\n1\t2470.1\t2026-12-04\ttwo lines and a tab\n2\t0.3\t\t',
    )
  })
  test('a text is itself', async () =>
    expect(await textOfSheetFile(Buffer.from('Lane;Price\n1;2.470 é'))).toBe('Lane;Price\n1;2.470 é'))
  test.each([
    ['that is cut off', Buffer.from('PK\u0003\u0004 and then nothing'), /cannot be read/],
    ['that would unpack to gigabytes', archiveSaying(3_000_000_000), /more than is read/],
  ])('an archive %s is told', async (_, bytes, words) => await expect(textOfSheetFile(bytes)).rejects.toThrow(words))
})
