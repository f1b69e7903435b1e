import { exerciseFrom, type ExerciseDocument } from '@nomenklatura/core/exercise'
import { fileNameOf } from '#shared/words'

/** The exercise in the text of a file; or why there is none, with the paths of what is wrong. */
export function exerciseFromText(
  text: string,
): { readonly document: ExerciseDocument } | { readonly fault: string } {
  let parsed: unknown
  try {
    parsed = JSON.parse(text)
  } catch {
    return { fault: 'this is no JSON.' }
  }
  const read = exerciseFrom(parsed)
  return 'faults' in read ? { fault: read.faults.slice(0, 3).join('; ') } : read
}

/** Hands the exercise to the person as a file. */
export function takeOut(document: ExerciseDocument): void {
  download(`${JSON.stringify(document, null, 2)}\n`, 'application/json', `${fileNameOf(document.title)}.json`)
}
