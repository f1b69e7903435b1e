import { ExerciseDocument } from './document'
import { documentFaults } from './document-faults'
import { EXERCISE_FORMAT, upgradeDocument } from './versions'

/** The exercise that a value from a file is, of this version or one before; or its faults, each with its path. */
export function exerciseFrom(
  value: unknown,
): { readonly document: ExerciseDocument } | { readonly faults: readonly string[] } {
  const read = ExerciseDocument.safeParse(upgradeDocument(EXERCISE_FORMAT, value))
  return read.success ? { document: read.data } : { faults: documentFaults(read.error) }
}
