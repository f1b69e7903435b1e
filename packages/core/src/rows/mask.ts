/**
 * The signs of a mask: a capital, a small letter, a digit, a letter or digit. What is none of them stands for
 * itself.
 */
export const MASK_CLASSES: Readonly<Record<string, string>> = {
  A: '[A-Z]',
  a: '[a-z]',
  9: '[0-9]',
  X: '[A-Za-z0-9]',
}

/** A text with each capital as A, each small letter as a, each digit as 9; other characters as they stand. */
export function maskOf(value: string): string {
  return value.replace(/[A-Z]/g, 'A').replace(/[a-z]/g, 'a').replace(/\d/g, '9')
}

/** The longest text that may have a format: longer ones are words and sentences. */
const LONGEST = 40

/** The mask that all values share; null where there is none, or it says nothing but that they are words. */
export function formatOf(values: readonly string[]): string | null {
  if (values.length === 0 || values.some(value => value.length > LONGEST)) return null
  const mask = maskOf(values[0]!)
  if (!values.every(value => maskOf(value) === mask)) return null
  if (/[A9]/.test(mask) && !/^-?9*(?:\.9*)?$/.test(mask) && (values.length > 1 || /\d/.test(values[0]!)))
    return mask
  if (/^9{2,}$/.test(mask) && values.some(value => value.startsWith('0'))) return mask
  return null
}

/** Whether a value is of the form that a mask says. */
export function fitsMask(value: string, mask: string): boolean {
  const [chars, signs] = [[...value], [...mask]]
  return (
    chars.length === signs.length &&
    chars.every((char, i) => {
      const known = MASK_CLASSES[signs[i]!]
      return known === undefined ? char === signs[i] : new RegExp(`^${known}$`).test(char)
    })
  )
}
