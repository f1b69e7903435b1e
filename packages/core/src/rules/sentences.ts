import { plural as pluralOf } from '../language'

/** `seeds_sent` is read "seeds sent". */
export function nameInWords(name: string): string {
  return name.replaceAll('_', ' ').replaceAll('#', 'number').trim()
}

export function one(name: string): string {
  const words = nameInWords(name)
  return `${/^[aeiou]/i.test(words) ? 'An' : 'A'} ${words}`
}

export function plural(name: string): string {
  return pluralOf(nameInWords(name))
}

const PREPOSITIONS: readonly string[] = ['on', 'in', 'of', 'to', 'at', 'by', 'from', 'until']

/**
 * Whether a name reads as an English noun: words of letters with a vowel, none cut short, no preposition left
 * at the end. Others are marked to be read.
 */
export function isReadable(name: string): boolean {
  const words = nameInWords(name).toLowerCase().split(' ')
  const areWords = words.every(
    word =>
      /^[a-z]{2,}$/.test(word) &&
      /[aeiouy]/.test(word) &&
      (word.length > 2 || word === 'no' || PREPOSITIONS.includes(word)),
  )
  return areWords && !PREPOSITIONS.includes(words.at(-1)!)
}
