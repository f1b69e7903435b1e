import { z } from 'zod'
import { AnswerDocument, ExerciseDocument } from './exercise'

/** The published JSON Schemas, by file name: made from the shapes that are checked, so that they cannot disagree. */
export function jsonSchemas(): Readonly<Record<string, unknown>> {
  return {
    'exercise.schema.json': z.toJSONSchema(ExerciseDocument, { io: 'input' }),
    'answer.schema.json': z.toJSONSchema(AnswerDocument, { io: 'input' }),
  }
}
