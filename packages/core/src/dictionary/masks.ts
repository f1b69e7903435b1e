import { MASK_CLASSES } from '../rows'
import type { DataType } from '../schema'

/** Masks of dates: how a date is shown, not what characters it may have. */
const DATE_MASK = /^[YMDHS]{1,4}(?:[-/.: ][YMDHS]{1,4})*$/i

/**
 * A mask as a CHECK on a text: A a capital, a a small letter, 9 a digit, X any letter or digit, other
 * characters as they stand. Null where there is nothing to check: the mask is empty, or shows a number or
 * date.
 */
export function maskCheck(column: string, mask: string, { family }: DataType): string | null {
  const plain = mask.trim()
  if (!checksMask(plain, family)) return null
  return `${quoted(column)} ~ '^${patternOf(plain)}$'`
}

/** Whether a mask says what characters a value has: of a text, and not how a date is shown. */
export function checksMask(mask: string, family: DataType['family']): boolean {
  return mask !== '' && ['char', 'varchar', 'text', 'other'].includes(family) && !DATE_MASK.test(mask)
}

export function quoted(name: string): string {
  return `"${name.replaceAll('"', '""')}"`
}

function patternOf(mask: string): string {
  return (mask.match(/(.)\1*/gsu) ?? [])
    .map(run => {
      const [char = ''] = run
      const count = [...run].length
      const one = MASK_CLASSES[char] ?? escaped(char)
      return count === 1 ? one : `${one}{${count}}`
    })
    .join('')
}

function escaped(char: string): string {
  if (char === "'") return "''"
  return /[.()+*?]/.test(char) ? `\\${char}` : char
}
