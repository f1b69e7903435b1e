import { MASK_CLASSES } from '../rows'
import type { DataType } from '../schema'

/** Masks of dates: how a date is shown, not what characters it may have. */
const DATE_MASK = /^[YMDHS]{1,4}(?:[-/.: ][YMDHS]{1,4})*$/i

/**
 * A mask in the signs of this house: # and, where no 9 says it, N and n are digits; L and, where no A says it, l are
 * letters. Other letters stand for themselves, as S, K and V in SKV-99999 do.
 */
export function plainMask(mask: string): string {
  const text = mask.trim().replaceAll('#', '9')
  const hasDigits = text.includes('9')
  const digits = !hasDigits && /^[\P{L}NnLlAaXx]*$/u.test(text) ? text.replaceAll(/N/gi, '9') : text
  return !/[AaX]/.test(digits) && /^[\P{L}LlNn]*$/u.test(digits) ? digits.replaceAll(/L/gi, 'A') : digits
}

/**
 * A day as its own format writes it, in the form that every server reads; undefined where the format is none of a
 * date, or the value is not of it.
 */
export function dayByFormat(value: string, format: string): string | undefined {
  const mask = format.trim().toUpperCase()
  if (!DATE_MASK.test(mask) || !/D/.test(mask) || !/Y/.test(mask)) return undefined
  const parts = mask.match(/[YMD]+|[^YMD]+/g) ?? []
  const pattern = parts.map(part =>
    /^[YMD]/.test(part)
      ? `(\\d{${part.length === 1 ? '1,2' : part.length}})`
      : part.replaceAll(/[.()+*?]/g, '\\$&'),
  )
  const match = new RegExp(`^${pattern.join('')}$`).exec(value.trim())
  if (!match) return undefined
  const found: Record<string, string> = {}
  parts.filter(part => /^[YMD]/.test(part)).forEach((part, i) => (found[part[0]!] = match[i + 1]!))
  const { Y: year = '', M: month = '', D: day = '' } = found
  return `${year.length === 2 ? `20${year}` : year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`
}

/**
 * A mask as a CHECK on a text: A a capital, a a small letter, 9 a digit, X any letter or digit, other
 * characters as they stand. Null where there is nothing to check: the mask is empty, or shows a number or
 * date.
 */
export function maskCheck(column: string, mask: string, { family }: DataType): string | null {
  const plain = plainMask(mask)
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
