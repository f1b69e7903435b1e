export interface Decoded {
  readonly text: string
  readonly encoding: 'UTF-8' | 'UTF-16' | 'Windows-1252'
}

interface Decoder {
  decode: (bytes: Uint8Array) => string
}
/**
 * A global of every host by the Encoding Standard of WHATWG; not a part of the language, so it is named here.
 */
const { TextDecoder } = globalThis as unknown as {
  TextDecoder: new (label: string, options?: { fatal?: boolean; ignoreBOM?: boolean }) => Decoder
}

/**
 * The text of some bytes: by their byte order mark, else as UTF-8 where they are, else as the usual encoding
 * of older office programs. Never fails.
 */
export function decodeText(bytes: Uint8Array): Decoded {
  const [a, b] = bytes
  const order = utf16Order(bytes)
  if ((a === 0xff && b === 0xfe) || order === 'le')
    return { text: new TextDecoder('utf-16le').decode(bytes), encoding: 'UTF-16' }
  if ((a === 0xfe && b === 0xff) || order === 'be')
    return { text: new TextDecoder('utf-16be').decode(bytes), encoding: 'UTF-16' }
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' }
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Windows-1252' }
  }
}

/**
 * Without a mark: Latin text in UTF-16 has a zero in every other byte, and none between; no text in another
 * encoding has any.
 */
function utf16Order(bytes: Uint8Array): 'le' | 'be' | undefined {
  const start = bytes.subarray(0, 400)
  if (start.length < 4) return undefined
  const zeros = [0, 0]
  start.forEach((byte, i) => {
    if (byte === 0) zeros[i % 2]!++
  })
  const many = start.length / 4
  if (zeros[1]! > many && zeros[0] === 0) return 'le'
  return zeros[0]! > many && zeros[1] === 0 ? 'be' : undefined
}
