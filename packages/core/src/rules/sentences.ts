import { plural as pluralOf, singular } from '../language'

/** `seeds_sent` is read "seeds sent", `trip_no` "trip number". */
export function nameInWords(name: string): string {
  return name
    .replaceAll('_', ' ')
    .replaceAll('#', 'number')
    .trim()
    .replace(/(?<=^| )no$/i, 'number')
}

/** A fact as it is called where it is said whose it is: `boat_no` of a boat is its number. */
export function ownName(entity: string, name: string): string {
  const [own, words] = [`${thing(entity).toLowerCase()} `, nameInWords(name)]
  return words.toLowerCase().startsWith(own) ? words.slice(own.length) : words
}

/** What one of a kind is called: many tables are named for all of them. */
export function thing(name: string): string {
  return singular(nameInWords(name))
}

export function one(name: string): string {
  const words = thing(name)
  return `${/^[aeiou]/i.test(words) ? 'An' : 'A'} ${words}`
}

export function plural(name: string): string {
  return pluralOf(thing(name))
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

/** Nouns whose plural is none of the plain rules. */
const ODD_PLURAL =
  /(?:man|child|person|foot|tooth|goose|mouse|ox|um|on|is|us|ix|ex|sheep|fish|deer|series|species)$/i

/** More than so many characters are read twice. */
const LONGEST_PLAIN = 150

/**
 * Whether a sentence made of names may read badly by what it says: it says one thing of itself, names a thing by
 * words that come thrice, makes a plural that no rule makes, or is long.
 */
export function readsBadly(sentence: string, entity: string, names: readonly string[]): boolean {
  const words = sentence.toLowerCase().match(/\p{L}+/gu) ?? []
  const own = thing(entity).toLowerCase().split(' ')
  const isThrice = own.some(word => words.filter(other => other === word).length > 2)
  const isOfItself = names.some(name => thing(name).toLowerCase() === own.join(' '))
  const isOdd = [entity, ...names].some(
    name => ODD_PLURAL.test(thing(name)) && sentence.toLowerCase().includes(plural(name).toLowerCase()),
  )
  return isThrice || isOfItself || isOdd || sentence.length > LONGEST_PLAIN
}
