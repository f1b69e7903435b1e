/**
 * Signs that no text of a database can hold: U+0000, and half of a sign that takes two code units (Unicode
 * 15, section 3.9: such a text is ill-formed). They come with text that was read in a wrong encoding, or cut
 * in the middle.
 */
const BAD = /\0|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/

export interface BadSign {
  /** Where the text stands: names and positions, from the outside in. */
  readonly path: readonly (string | number)[]
  readonly offset: number
  readonly line: number
}

/**
 * The first bad sign in any text within a value of JSON, keys of objects among them; undefined where there is
 * none. Linear in the value.
 */
export function findBadSign(value: unknown, path: readonly (string | number)[] = []): BadSign | undefined {
  if (typeof value === 'string') return inText(value, path)
  if (Array.isArray(value)) return firstOf(value.entries(), path)
  if (value === null || typeof value !== 'object') return undefined
  for (const key of Object.keys(value)) {
    const inKey = inText(key, path)
    if (inKey) return inKey
  }
  return firstOf(Object.entries(value), path)
}

function firstOf(
  parts: Iterable<readonly [string | number, unknown]>,
  path: readonly (string | number)[],
): BadSign | undefined {
  for (const [key, part] of parts) {
    const found = findBadSign(part, [...path, key])
    if (found) return found
  }
  return undefined
}

function inText(text: string, path: readonly (string | number)[]): BadSign | undefined {
  const offset = text.search(BAD)
  return offset < 0 ? undefined : { path, offset, line: text.slice(0, offset).split('\n').length }
}

/**
 * A text without its bad signs. Where every other sign is U+0000 it was UTF-16 read byte by byte: then the
 * text itself is what stands between. Escapes of such signs in a text that is JSON are taken out as well.
 */
export function withoutBadSigns(text: string): string {
  const plain = text.replace(new RegExp(BAD.source, 'g'), '')
  return findBadEscape(plain) ? JSON.stringify(withoutIn(JSON.parse(plain))) : plain
}

/** Whether a text is JSON in which a bad sign is written as an escape. */
function findBadEscape(text: string): boolean {
  if (!/\\u0000|\\u[dD][89a-fA-F]/.test(text)) return false
  try {
    return findBadSign(JSON.parse(text)) !== undefined
  } catch {
    return false
  }
}

function withoutIn(value: unknown): unknown {
  if (typeof value === 'string') return value.replace(new RegExp(BAD.source, 'g'), '')
  if (Array.isArray(value)) return value.map(withoutIn)
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(Object.entries(value).map(([key, part]) => [withoutIn(key), withoutIn(part)]))
}
