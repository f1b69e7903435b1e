import { editDistance } from '../../language'

/** Statement words that are no likely misspelling of each other. */
const NOT_COUNTED: ReadonlySet<string> = new Set([
  'CREATE',
  'ALTER',
  'DROP',
  'INSERT',
  'COMMENT',
  'UPDATE',
  'DELETE',
  'SELECT',
  'GRANT',
  'SET',
  'BEGIN',
  'COMMIT',
  'TRUNCATE',
  'TABLES',
  'TRIGGER',
  'TABLESPACE',
  'COLUMNS',
  'INDEXES',
  'VALUE',
])

/** Pairs that were compared before; a cache of bounded size, since the same words come again and again. */
const compared = new Map<string, boolean>()

/**
 * Whether `written` is a likely misspelling of `keyword`: near in edits, not a common name, with the same
 * first or last letter. Both in upper case.
 */
export function looksLike(written: string, keyword: string): boolean {
  if (written === keyword) return true
  if (written.length < 3 || keyword.length < 3 || Math.abs(written.length - keyword.length) > 2) return false
  if (written[0] !== keyword[0] && written.at(-1) !== keyword.at(-1)) return false
  const key = `${written} ${keyword}`
  let known = compared.get(key)
  if (known === undefined) {
    if (compared.size > 20_000) compared.clear()
    known = isNear(written, keyword)
    compared.set(key, known)
  }
  return known
}

/** How many letters may be wrong: the longer the word, the more; of middling ones two where they are only turned. */
function mostEdits(written: string, keyword: string): number {
  if (keyword.length <= 4) return 1
  return keyword.length <= 6 ? 1 + Number(sameLetters(written, keyword)) : 2
}

function isNear(written: string, keyword: string): boolean {
  if (NOT_COUNTED.has(written)) return false
  const limit = mostEdits(written, keyword)
  return editDistance(written, keyword, limit) <= limit
}

function sameLetters(a: string, b: string): boolean {
  return a.length === b.length && [...a].sort().join('') === [...b].sort().join('')
}
