import type { DataType } from '../schema'

/** Masks of dates: how a date is shown, not what characters it may have. */
const DATE_MASK = /^[YMDHS]{1,4}(?:[-/.: ][YMDHS]{1,4})*$/i

/**
 * A mask as a CHECK on a text: A a capital, a a small letter, 9 a digit, X any letter or digit, other characters as they stand. Null where there is nothing
 * to check: the mask is empty, or shows a number or date.
 */
export function maskCheck(column: string, mask: string, { family }: DataType): string | null {
  const plain = mask.trim()
  if (plain === '' || !['char', 'varchar', 'text', 'other'].includes(family) || DATE_MASK.test(plain)) return null
  return `${quoted(column)} ~ '^${patternOf(plain)}$'`
}

export function quoted(name: string): string {
  return `"${name.replaceAll('"', '""')}"`
}

export const literal = (value: string): string => `'${value.replaceAll('\'', '\'\'')}'`

const CLASSES: Readonly<Record<string, string>> = { A: '[A-Z]', a: '[a-z]', 9: '[0-9]', X: '[A-Za-z0-9]' }

function patternOf(mask: string): string {
  return (mask.match(/(.)\1*/gsu) ?? []).map((run) => {
    const [char = ''] = run
    const count = [...run].length
    const one = CLASSES[char] ?? (char === '\'' ? '\'\'' : /[.()+*?]/.test(char) ? `\\${char}` : char)
    return count === 1 ? one : `${one}{${count}}`
  }).join('')
}
