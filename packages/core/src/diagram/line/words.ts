/** A word of the entry line, with its place. A quoted name is one word; so is each sign. */
export interface Word {
  readonly text: string
  readonly start: number
  readonly end: number
  readonly isQuoted: boolean
}

const SIGNS = new Set([',', ';', '(', ')', '+'])

/**
 * The words of a line. Quotes may be straight or curly; one that is not closed ends with the line. Linear.
 */
export function wordsOf(line: string): Word[] {
  const words: Word[] = []
  const pattern = /["“”«»]([^"“”«»]*)["“”«»]?|[,;()+]|[^\s,;()+"“”«»]+/gu
  for (const match of line.matchAll(pattern)) {
    const isQuoted = match[1] !== undefined
    words.push({
      text: isQuoted ? match[1]!.trim() : match[0],
      start: match.index,
      end: match.index + match[0].length,
      isQuoted,
    })
  }
  return words
}

export const isSign = ({ text, isQuoted }: Word): boolean => !isQuoted && SIGNS.has(text)
export const isWord = (word: Word | undefined, ...texts: readonly string[]): boolean =>
  word !== undefined && !word.isQuoted && texts.includes(word.text.toLowerCase())
export const textOf = (words: readonly Word[]): string => words.map(({ text }) => text).join(' ')

/** What stands between commas, and between these words as well; some may be empty. */
export function groupsOf(words: readonly Word[], ...between: readonly string[]): Word[][] {
  const groups: Word[][] = [[]]
  for (const word of words) {
    if (isWord(word, ...between) || (isSign(word) && word.text === ',')) groups.push([])
    else groups.at(-1)!.push(word)
  }
  return groups
}

/** Where a sequence of plain words begins, from a position on; -1 where it does not stand. */
export function findPhrase(words: readonly Word[], phrase: readonly string[], from = 0): number {
  for (let i = from; i + phrase.length <= words.length; i++)
    if (phrase.every((text, j) => isWord(words[i + j], text))) return i
  return -1
}
