import { listInWords } from '../language'
import { braces, minimalCover } from '../dependencies'
import { shareEvenly, type ClaimQuestion, type RuleEntry } from '../rules'
import { relationOf, type RelationTask } from './task'

interface Proposed {
  readonly group: string
  readonly sentence: string
  readonly about: ClaimQuestion
}

/** The most keys that get a sentence of their own. */
const MOST_KEYS = 12

/**
 * The rule sheet of a relation: a sentence for each dependency of a minimal cover, each key, and what else is
 * asked. Points are equal and sum to `total`.
 */
export function proposeClaimRules(task: RelationTask, { total = 20 } = {}): RuleEntry[] {
  const proposed = [
    ...(task.isGiven ? [] : aboutDependencies(task)),
    ...aboutKeys(task),
    ...aboutForm(task),
    ...aboutSplit(task),
  ]
  const points = shareEvenly(total, proposed.length)
  return proposed.map(({ group, sentence, about }, i) => ({
    id: `r${i + 1}`,
    group,
    sentence,
    points: points[i]!,
    rule: { kind: 'claim', entity: task.name, about },
  }))
}

/**
 * The sentence of a question about a task, in the task's own names: also when those are others for each
 * student.
 */
export function claimSentence(about: ClaimQuestion): string {
  switch (about.ask) {
    case 'dependency':
      if (about.multi)
        return `For one ${listInWords(about.from)}, every ${listInWords(about.to)} goes with every other fact.`
      if (about.from.length > 0) return `One ${listInWords(about.from)} has one ${listInWords(about.to)}.`
      return `Every row has the same ${listInWords(about.to)}.`

    case 'nothing more':
      return 'Nothing is claimed that does not follow.'
    case 'key':
      return `${braces(about.of)} is a candidate key.`
    case 'no other key':
      return 'Nothing is called a key that is none.'
    case 'prime':
      return 'Just the prime attributes are named.'
    case 'form':
      return 'The highest normal form is named.'
    case 'reason':
      return 'A dependency is named that keeps it from the next form.'
    case 'closure':
      return `The closure of ${braces(about.of)} is right.`
    case 'lossless':
      return 'The split loses nothing: joining gives back the same rows.'
    case 'preserving':
      return 'The split keeps every dependency.'
    case 'parts in form':
      return `Each part of the split is in ${about.form}.`
    case 'no part too many':
      return 'The split has no part too many.'
    case 'keys of parts':
      return 'Each part of the split has its key named.'
  }
}

const propose = (group: string, about: ClaimQuestion): Proposed => ({
  group,
  sentence: claimSentence(about),
  about,
})

function aboutDependencies(task: RelationTask): Proposed[] {
  const { universe, size, constraints } = relationOf(task)
  const byLeft = new Map<string, { from: string[]; to: string[] }>()
  for (const { from, to } of minimalCover(size, constraints.functional).cover) {
    const known = byLeft.get(from.key) ?? { from: universe.list(from), to: [] }
    byLeft.set(from.key, { ...known, to: [...known.to, ...universe.list(to)] })
  }
  return [
    ...[...byLeft.values()].map(({ from, to }) =>
      propose('Dependencies', { ask: 'dependency', from, to: universe.list(universe.set(to)) }),
    ),
    ...constraints.multivalued.map(({ from, to }) =>
      propose('Dependencies', {
        ask: 'dependency',
        from: universe.list(from),
        to: universe.list(to),
        multi: true,
      }),
    ),
    propose('Dependencies', { ask: 'nothing more' }),
  ]
}

function aboutKeys(task: RelationTask): Proposed[] {
  const { universe, keys } = relationOf(task)
  return [
    ...task.asks.closures.map(of => propose('Closures', { ask: 'closure', of })),
    ...(task.asks.keys
      ? [
          ...keys.keys
            .slice(0, MOST_KEYS)
            .map(key => propose('Keys', { ask: 'key', of: universe.list(key) })),
          propose('Keys', { ask: 'no other key' }),
        ]
      : []),
    ...(task.asks.prime ? [propose('Keys', { ask: 'prime' })] : []),
  ]
}

function aboutForm(task: RelationTask): Proposed[] {
  if (!task.asks.form) return []
  const { violations, form } = relationOf(task)
  return [
    propose('Normal form', { ask: 'form' }),
    ...(violations.length > 0 && form !== 'UNF' ? [propose('Normal form', { ask: 'reason' })] : []),
  ]
}

function aboutSplit({ asks: { split } }: RelationTask): Proposed[] {
  if (!split) return []
  const questions: ClaimQuestion[] = [
    { ask: 'lossless' },
    { ask: 'parts in form', form: split },
    ...(split === '2NF' || split === '3NF' ? [{ ask: 'preserving' } as const] : []),
    { ask: 'no part too many', form: split },
    { ask: 'keys of parts' },
  ]
  return questions.map(about => propose('Split', about))
}
