import { claimSentence, freshTask } from '../claims'
import type { ClaimQuestion, RuleEntry } from '../rules'
import type { MarkableExercise } from './prepare'

/**
 * The exercise as one student has it: where the relation is fresh for each, its attributes, the rules about
 * it and their sentences have this student's names. Without a seed, or where nothing is fresh, the exercise
 * itself.
 */
export function personalExercise<D extends MarkableExercise>(document: D, seed: string | undefined): D {
  if (!document.relation?.isFresh || seed === undefined) return document
  const { task, renamed } = freshTask(document.relation, seed)
  const known = new Set(task.attributes)
  const own = (names: readonly string[]): string[] =>
    names.map(name => renamed.get(name) ?? name).filter(name => known.has(name))
  const about = (question: ClaimQuestion): ClaimQuestion => {
    switch (question.ask) {
      case 'dependency':
        return { ...question, from: own(question.from), to: own(question.to) }
      case 'key':
      case 'closure':
        return { ...question, of: own(question.of) }
      default:
        return question
    }
  }
  const rules = document.rules.map((entry): RuleEntry => {
    if (entry.rule.kind !== 'claim') return entry
    const question = about(entry.rule.about)
    // A sentence of the instructor's own stands as it is; a proposed one has the names of the task in it.
    const isProposed = entry.sentence === claimSentence(entry.rule.about)
    return {
      ...entry,
      sentence: isProposed ? claimSentence(question) : entry.sentence,
      rule: { ...entry.rule, about: question },
    }
  })
  return { ...document, relation: task, rules, samples: {} }
}
