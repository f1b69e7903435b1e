import {
  EXERCISE_FORMAT,
  ExerciseDocument,
  documentFaults,
  upgradeDocument,
} from '@nomenklatura/core/exercise'
import { parseJson, type TextFile } from '../files/answers'
import { CallError } from './call'

/** The exercise in a file; one that is none is refused with the path of each fault. */
export function readExercise(input: TextFile): ExerciseDocument {
  const parsed = ExerciseDocument.safeParse(upgradeDocument(EXERCISE_FORMAT, parseJson(input)))
  if (!parsed.success)
    throw new CallError(`${input.name}: ${documentFaults(parsed.error).slice(0, 5).join('; ')}`)
  return parsed.data
}
