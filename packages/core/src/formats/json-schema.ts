import { z } from 'zod'
import { Diagram } from '../diagram'
import { AnswerDocument, ExerciseDocument } from '../exercise'
import { ResultsDocument } from '../marking'

/**
 * The published JSON Schemas, by file name: made from the shapes that are checked, so that they cannot
 * disagree.
 */
export function jsonSchemas(): Readonly<Record<string, unknown>> {
  return {
    'exercise.schema.json': z.toJSONSchema(ExerciseDocument, { io: 'input' }),
    'answer.schema.json': z.toJSONSchema(AnswerDocument, { io: 'input' }),
    'diagram.schema.json': z.toJSONSchema(Diagram, { io: 'input' }),
    'results.schema.json': z.toJSONSchema(ResultsDocument, { io: 'input' }),
  }
}
