import { exerciseFrom, type ExerciseDocument } from '@nomenklatura/core/exercise'
import { parseJson, type TextFile } from '../files/answers'
import { CallError } from './call'

/** The exercise in a file; one that is none is refused with the path of each fault. */
export function readExercise(input: TextFile): ExerciseDocument {
  const read = exerciseFrom(parseJson(input))
  if ('faults' in read) throw new CallError(`${input.name}: ${read.faults.slice(0, 5).join('; ')}`)
  return read.document
}
