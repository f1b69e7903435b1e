import {
  claimSentence,
  freshTask,
  judgeClaim,
  judgedFindings,
  ownFindings,
  readClaims,
  type DependencyClaims,
} from '../claims'
import type { Finding } from '../findings'
import { partsAsked, type ClaimQuestion, type Rule, type RuleEntry } from '../rules'
import type { MarkedCell } from './mark'
import { leadingPart } from './parts'
import type { MarkableExercise } from './prepare'

type ClaimRule = Extract<Rule, { kind: 'claim' }>

/** The cells of the Dependencies sheet, and what is said at its places. */
export function markClaims(
  document: MarkableExercise,
  claims: DependencyClaims,
): { cells: MarkedCell[]; findings: Finding[] } {
  const { relation, rules, samples } = document
  if (!relation) return { cells: [], findings: [] }
  const read = readClaims(relation, claims, samples)
  const cells = rules
    .filter(({ off }) => !off)
    .flatMap((entry): MarkedCell[] => {
      const parts = partsAsked(entry, 'dependencies').filter(
        (rule): rule is ClaimRule => rule.kind === 'claim',
      )
      if (parts.length === 0) return []
      const verdicts = parts.map(({ about }) => judgeClaim(read, about))
      const { verdict, witness, exhibits, doubt } = leadingPart(verdicts)
      return [
        {
          rule: entry.id,
          sheet: 'dependencies',
          verdict,
          follows: null,
          because: verdicts.flatMap(({ because }) => because),
          witness,
          exhibits,
          tables: [relation.name],
          confidence: 'sure',
          ...(doubt ? { doubt } : {}),
        },
      ]
    })
  return { cells, findings: [...read.findings, ...ownFindings(read), ...judgedFindings(read)] }
}

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
