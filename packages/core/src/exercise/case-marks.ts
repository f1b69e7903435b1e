import { z } from 'zod'
import { singular } from '../sql'

/** What a student marks in the case: words that speak of a thing of its own, or of a fact about one. */
export const MARK_KINDS = ['entity', 'fact'] as const
export type MarkKind = (typeof MARK_KINDS)[number]

const LONGEST_PHRASE = 200
export const MOST_MARKS = 300

/** Words of a case, and what they speak of. */
export const CaseMark = z.object({
  phrase: z.string().min(1).max(LONGEST_PHRASE),
  as: z.enum(MARK_KINDS),
})
export type CaseMark = z.infer<typeof CaseMark>

/** The marks that an exercise has of its own: no words are marked twice. */
export const MarksOfCase = z
  .array(CaseMark)
  .max(MOST_MARKS)
  .refine(
    marks => new Set(marks.map(({ phrase }) => phrase)).size === marks.length,
    'The same words are marked twice.',
  )

/** A student's own marks: kept with the worksheet, read by nobody else, and no part of what is handed in. */
export const CaseMarks = z.object({ marks: z.array(CaseMark).max(MOST_MARKS) })
export type CaseMarks = z.infer<typeof CaseMarks>

export const NO_MARKS: CaseMarks = { marks: [] }

/** What was kept; null where this version cannot read it. */
export function parseCaseMarks(text: string): CaseMarks | null {
  if (text === '') return NO_MARKS
  try {
    return CaseMarks.parse(JSON.parse(text))
  } catch {
    return null
  }
}

/** As a person reads them, a line each; what cannot be read stands as it is. */
export function readableCaseMarks(text: string): string {
  const kept = parseCaseMarks(text)
  if (!kept) return text
  return kept.marks.map(({ phrase, as }) => `${as}: ${phrase}`).join('\n') || 'Nothing.'
}

/** Whether words may be marked: some letter among them, not too long. */
export const mayBeMarked = (phrase: string): boolean =>
  phrase.length <= LONGEST_PHRASE && /\p{L}/u.test(phrase)

/** The marks with one more, or with the same words marked otherwise; unchanged where there are too many. */
export function withMark(
  { marks }: { readonly marks: readonly CaseMark[] },
  phrase: string,
  as: MarkKind,
): CaseMarks {
  if (marks.some(mark => mark.phrase === phrase))
    return { marks: marks.map(mark => (mark.phrase === phrase ? { phrase, as } : mark)) }
  return { marks: marks.length < MOST_MARKS ? [...marks, { phrase, as }] : [...marks] }
}

export const withoutMark = ({ marks }: CaseMarks, phrase: string): CaseMarks => ({
  marks: marks.filter(mark => mark.phrase !== phrase),
})

const BEFORE_NAMES =
  /^(?:an?|the|this|that|these|those|each|every|any|some|all|one|its|their|his|her|our|several|many|two|of)\s+/i

/**
 * What marked words are called on a sheet: without what stands before a name in a sentence, an entity in the
 * singular ("the partner gardens" are the entity "partner garden").
 */
export function nameOfPhrase({ phrase, as }: CaseMark): string {
  let name = phrase.replaceAll(/\s+/g, ' ').replaceAll(/^[^\p{L}\p{N}]+|[^\p{L}\p{N})]+$/gu, '')
  while (BEFORE_NAMES.test(name)) name = name.replace(BEFORE_NAMES, '')
  if (as === 'fact' || /(?:ss|us|is)$/i.test(name)) return name
  return /(?:x|ch|sh|ss)es$/i.test(name) ? name.slice(0, -2) : singular(name)
}
