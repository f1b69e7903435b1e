import { z } from 'zod'
import { DependencyClaims } from '../claims'
import { Diagram } from '../diagram'
import { Dictionary } from '../dictionary'
import { DIALECTS } from '../schema'
import { LONGEST_ANSWER, LONGEST_ASSUMPTIONS } from './document'
import { ANSWER_FORMAT, unknownVersion } from './versions'

/** What stands on the sheets, each in a field of its own; one that is not there was not written on. */
export const SheetsOfAnswer = z.object({
  script: z.string().max(LONGEST_ANSWER).default(''),
  claims: DependencyClaims.optional(),
  dictionary: Dictionary.optional(),
  diagram: Diagram.optional(),
})
export type SheetsOfAnswer = z.infer<typeof SheetsOfAnswer>

/** The sheets alone of an answer, or of a model answer. */
export function sheetsOf(answer: SheetsOfAnswer): SheetsOfAnswer {
  const fields = Object.keys(SheetsOfAnswer.shape) as (keyof SheetsOfAnswer)[]
  const written = fields.flatMap(field => (answer[field] === undefined ? [] : [[field, answer[field]]]))
  return Object.fromEntries(written) as SheetsOfAnswer
}

/** An answer as a document: the sheets that were handed in. */
export const AnswerDocument = z.object({
  format: z.literal('nomenklatura-answer'),
  version: z.literal(1, unknownVersion(ANSWER_FORMAT)),
  student: z.string().max(200).optional(),
  script: SheetsOfAnswer.shape.script,
  /** The dialect of the script, where it is another than the exercise's. */
  dialect: z.enum(DIALECTS).optional(),
  ...SheetsOfAnswer.omit({ script: true }).shape,
  /** What the student takes for granted where the brief is open. */
  assumptions: z.string().max(LONGEST_ASSUMPTIONS).optional(),
  /** By which a task that is fresh for each student is made again. */
  seed: z.string().max(100).optional(),
})
export type AnswerDocument = z.infer<typeof AnswerDocument>

/** What a student handed in, as far as it is marked. The dialect is the exercise's where none is named. */
export type MarkableAnswer = Readonly<SheetsOfAnswer & Pick<AnswerDocument, 'dialect'>>
