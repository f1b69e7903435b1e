import { prepareExercise, type ExerciseDocument } from '../exercise'
import type { Sheet } from '../findings'
import { markAnswer } from '../marking'
import type { RuleEntry, Verdict } from '../rules'
import { reasonInWords } from '../words'
import { modelSheets } from './model-sheets'

/** What a model answer does with a rule on one of its sheets. */
export interface Held {
  readonly model: number
  readonly name: string
  readonly sheet: Sheet
  readonly verdict: Verdict
  readonly because: readonly string[]
}

/**
 * A rule held against every model answer, on each sheet that asks it: what it lacks of a sheet is made of what it has.
 */
export function heldAgainst(document: ExerciseDocument, entry: RuleEntry): readonly Held[] {
  const { off: _, ...asked } = entry
  const rules = document.rules.some(({ id }) => id === entry.id)
    ? document.rules.map(other => (other.id === entry.id ? asked : other))
    : [...document.rules, asked]
  return modelSheets(prepareExercise({ ...document, rules })).flatMap(({ sheet, model, answer }) => {
    const exercise = prepareExercise({ ...document, rules, sheets: [sheet] })
    return markAnswer(exercise, answer)
      .cells.filter(({ rule }) => rule === entry.id)
      .map(({ verdict, because }) => ({
        model,
        name: document.models[model]?.name ?? '',
        sheet,
        verdict,
        because: because.map(reasonInWords),
      }))
  })
}

/** What each model answer does not uphold of the whole rule sheet, each of its sheets by itself. */
export function modelFaults(
  document: ExerciseDocument,
): readonly (Omit<Held, 'name'> & { readonly rule: string })[] {
  return modelSheets(prepareExercise(document)).flatMap(({ sheet, model, answer }) => {
    const exercise = prepareExercise({ ...document, sheets: [sheet] })
    return markAnswer(exercise, answer)
      .cells.filter(({ verdict }) => verdict !== 'upheld')
      .map(({ rule, verdict, because }) => ({
        rule,
        model,
        sheet,
        verdict,
        because: because.map(reasonInWords),
      }))
  })
}
