import { z } from 'zod'
import { AnswerDocument, ExerciseDocument, PinShape, unknownVersion, type Format } from '../exercise'
import { SHEETS } from '../findings'
import { VERDICTS } from '../rules'

export const RESULTS_FORMAT: Format = { name: 'nomenklatura-results', version: 1, upgrades: {} }

const Text = (most: number) => z.string().max(most)
const Moment = z.iso.datetime()
/** In whole and part points. */
const InPoints = z.object({ got: z.number(), open: z.number(), of: z.number() })
const DecidedVerdict = z.enum(VERDICTS).exclude(['cannot tell'])

/** What one student handed in last, what was judged of it, and what was decided and said by hand. */
export const StudentResult = z.object({
  name: Text(200),
  email: Text(254),
  attempt: z.int().min(1),
  handedInAt: Moment,
  lateBySeconds: z.int().min(0),
  isAutomatic: z.boolean(),
  answer: AnswerDocument,
  /** What was paired by hand. */
  pins: z.array(PinShape).max(500),
  /** Null where it is not marked. */
  points: InPoints.nullable(),
  /** What the student was told, while it is told. */
  told: InPoints.nullable(),
  cells: z
    .array(
      z.object({
        rule: Text(10),
        sheet: z.enum(SHEETS),
        /** That stands: the decision's, where there is one. */
        verdict: z.enum(VERDICTS),
        follows: Text(10).nullable(),
        points: InPoints,
        decided: z
          .object({ verdict: DecidedVerdict, reason: Text(500), by: Text(200), at: Moment })
          .nullable(),
      }),
    )
    .max(2000),
  /** What was given by hand: by criterion, in whole and part points. */
  given: z
    .array(
      z.object({ criterion: Text(10), points: z.number(), reason: Text(500), by: Text(200), at: Moment }),
    )
    .max(50)
    .default([]),
  comments: z
    .array(z.object({ rule: Text(10).nullable(), text: Text(4000), by: Text(200), at: Moment }))
    .max(500),
})
export type StudentResult = z.infer<typeof StudentResult>

/**
 * The results of an exercise as a file: all that another installation needs to come to the same marks, and what
 * they were here. Public; keys may be added.
 */
export const ResultsDocument = z.object({
  format: z.literal('nomenklatura-results'),
  version: z.literal(1, unknownVersion(RESULTS_FORMAT)),
  writtenAt: Moment,
  engineVersion: Text(20),
  course: z.object({ name: Text(200) }),
  exercise: ExerciseDocument,
  results: z.array(StudentResult).max(5000),
})
export type ResultsDocument = z.infer<typeof ResultsDocument>
