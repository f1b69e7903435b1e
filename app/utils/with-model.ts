import type { ExerciseDocument } from '@nomenklatura/core/exercise'

/** The place of what students begin with among the model answers, where it is set as they are. */
export const BEGINS = -1

/** What changes of an exercise when something of its first model answer does. */
export function withModel(
  { models: [first, ...others] }: ExerciseDocument,
  next: Partial<ExerciseDocument['models'][number]>,
): Partial<ExerciseDocument> {
  return { models: [{ name: 'Model answer', script: '', ...first, ...next }, ...others] }
}
