import { inflateSync } from 'node:zlib'

const WOFF_HEAD = 44
const WOFF_ENTRY = 20
const SFNT_HEAD = 12
const SFNT_ENTRY = 16
const padded = (length: number): number => (length + 3) & ~3

/**
 * A font of the web (WOFF File Format 1.0, W3C Recommendation of 2012, sections 3 to 5) as the OpenType font that is
 * in it. What reads a font table by table would inflate each table each time; this is done once.
 */
export function unpackFont(woff: Buffer): Buffer {
  if (woff.toString('latin1', 0, 4) !== 'wOFF') return woff
  const count = woff.readUInt16BE(12)
  const entries = Array.from({ length: count }, (_, i) => {
    const at = WOFF_HEAD + i * WOFF_ENTRY
    const [offset, packed, length] = [4, 8, 12].map(by => woff.readUInt32BE(at + by)) as [
      number,
      number,
      number,
    ]
    const bytes = woff.subarray(offset, offset + packed)
    return {
      tag: woff.subarray(at, at + 4),
      checksum: woff.readUInt32BE(at + 16),
      bytes: packed < length ? inflateSync(bytes) : bytes,
    }
  })
  const head = Buffer.alloc(SFNT_HEAD + count * SFNT_ENTRY)
  woff.copy(head, 0, 4, 8)
  head.writeUInt16BE(count, 4)
  const power = Math.floor(Math.log2(count))
  head.writeUInt16BE(2 ** power * SFNT_ENTRY, 6)
  head.writeUInt16BE(power, 8)
  head.writeUInt16BE((count - 2 ** power) * SFNT_ENTRY, 10)
  let offset = head.length
  const parts: Buffer[] = [head]
  for (const [i, { tag, checksum, bytes }] of entries.entries()) {
    const at = SFNT_HEAD + i * SFNT_ENTRY
    tag.copy(head, at)
    head.writeUInt32BE(checksum, at + 4)
    head.writeUInt32BE(offset, at + 8)
    head.writeUInt32BE(bytes.length, at + 12)
    parts.push(bytes, Buffer.alloc(padded(bytes.length) - bytes.length))
    offset += padded(bytes.length)
  }
  return Buffer.concat(parts)
}
