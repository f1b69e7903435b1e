/** Somebody a file may be of. */
export interface Candidate {
  readonly id: string
  readonly name: string
  readonly email: string
}

/** By what a name in a file is taken for a person: from the surest to what is worth a look. */
export type MatchedBy = 'e-mail' | 'name' | 'family name'

export interface Match {
  readonly id: string
  readonly by: MatchedBy
}

/**
 * Who a file is of, by the words of its name, or else of the folders it lies in, the nearest first: the e-mail
 * address; all words of the name, in any order; what stands before the @ of the address; the last word of the name,
 * where only one person has it. Case, accents and what else stands there (numbers, "script", "final") say nothing. Undefined
 * where that fits nobody, or several.
 */
export function matchPerson(path: string, people: readonly Candidate[]): Match | undefined {
  const parts = path.split(/[\\/]/).toReversed()
  for (const part of parts) {
    const words = wordsOf(part)
    for (const [by, fits] of RULES) {
      const found = people.filter(person => fits(words, person, people))
      if (found.length === 1) return { id: found[0]!.id, by }
      // Two that fit equally well are asked about, not told apart by a weaker rule.
      if (found.length > 1) return undefined
    }
  }
  return undefined
}

type Rule = (words: readonly string[], person: Candidate, people: readonly Candidate[]) => boolean

const RULES: readonly (readonly [MatchedBy, Rule])[] = [
  ['e-mail', (words, { email }) => standsIn(words, wordsOf(email))],
  ['name', (words, { name }) => wordsOf(name).every(word => words.includes(word))],
  ['e-mail', (words, { email }) => standsIn(words, localPart(email))],
  [
    'family name',
    (words, { name }) => {
      const last = wordsOf(name).at(-1)
      return last !== undefined && last.length > 2 && words.includes(last)
    },
  ],
]

/** What stands before the @, where it is more than a word that anybody's file may have. */
function localPart(email: string): string[] {
  const words = wordsOf(email.split('@')[0]!)
  return words.join('').length >= 4 ? words : []
}

/** Whether words stand in others, one after the other. */
function standsIn(words: readonly string[], sought: readonly string[]): boolean {
  return sought.length > 0 && words.some((_, at) => sought.every((word, i) => words[at + i] === word))
}

/** Words without case and accents: "Müller-Łucja_2" has muller, łucja and 2. */
function wordsOf(text: string): string[] {
  return text
    .normalize('NFKD')
    .replaceAll(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(word => word !== '')
}
