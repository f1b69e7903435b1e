import {
  EXERCISE_FORMAT,
  ExerciseDocument,
  documentFaults,
  upgradeDocument,
} from '@nomenklatura/core/exercise'

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
  const read = ExerciseDocument.safeParse(upgradeDocument(EXERCISE_FORMAT, parsed))
  return read.success ? { document: read.data } : { fault: documentFaults(read.error).slice(0, 3).join('; ') }
}

/** Hands the exercise to the person as a file. */
export function takeOut(document: ExerciseDocument): void {
  const name = document.title
    .normalize('NFKD')
    .replaceAll(/\p{M}/gu, '')
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-|-$/g, '')
  download(`${JSON.stringify(document, null, 2)}\n`, 'application/json', `${name || 'exercise'}.json`)
}
