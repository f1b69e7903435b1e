import { diffLines } from 'diff'

/** A line of two texts side by side: in both, or in one of them. */
export interface ComparedLine {
  readonly is: 'both' | 'then' | 'now'
  readonly text: string
}

/** Two texts line by line (Myers, as the diff package has it): what stood then, what stands now. */
export function compareTexts(then: string, now: string): ComparedLine[] {
  return diffLines(withEnd(then), withEnd(now)).flatMap(({ value, added, removed }) => {
    const where = removed ? 'then' : 'both'
    const is = added ? 'now' : where
    return value
      .replace(/\n$/, '')
      .split('\n')
      .map((text): ComparedLine => ({ is, text }))
  })
}

const withEnd = (text: string): string => (text === '' || text.endsWith('\n') ? text : `${text}\n`)
