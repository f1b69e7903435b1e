import { readType } from '../dictionary'

/** A type with its size as one text, "text 9", "decimal 6 2", "varchar(30)": undefined where it is none. */
export function typeWritten(text: string): { readonly type: string; readonly size: string } | undefined {
  const words = text
    .trim()
    .split(/[\s(),.]+/)
    .filter(word => word !== '')
  const sizes = words.slice(1).filter(word => /^\d+$/.test(word))
  const type = words.slice(0, words.length - sizes.length).join(' ')
  const size = sizes.join(',')
  return type !== '' &&
    words.slice(words.length - sizes.length).join(',') === size &&
    readType(type, size).isKnown
    ? { type, size }
    : undefined
}
