import { unzipSync } from 'fflate'

/** A sheet of thousands of rows takes some megabytes; an archive that unpacks to more is made to harm. */
export const mostUnpackedBytes = 60_000_000

/** Bytes that an archive says it unpacks to (a workbook is one); nothing is unpacked for it. Throws where it is no archive. */
export function unpackedBytes(archive: Uint8Array): number {
  let sum = 0
  unzipSync(archive, {
    filter: ({ originalSize }) => {
      sum += originalSize
      return false
    },
  })
  return sum
}
