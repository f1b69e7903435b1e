import type { AttributeSet } from './attribute-set'
import { derivationSteps } from './closure'
import type { Dependency } from './universe'

/**
 * One line of a proof: a dependency, the rule that gives it, and the lines (counted from 0) it is made from.
 */
export interface ProofLine {
  readonly rule: 'given' | 'reflexivity' | 'augmentation' | 'transitivity'
  readonly dependency: Dependency
  readonly from: readonly number[]
  /** For a given one its position in the list; for an augmentation what was added to both sides. */
  readonly given?: number
  readonly by?: AttributeSet
}

/**
 * A proof of the goal by Armstrong's rules, no line of which is unused; undefined when the goal does not
 * follow. The shortest proof is NP-hard to find and not promised: there are at most three lines for each
 * dependency that is needed, and two more. Source: Armstrong, Dependency structures of database
 * relationships, IFIP 1974.
 */
export function derivation(
  size: number,
  dependencies: readonly Dependency[],
  goal: Dependency,
): ProofLine[] | undefined {
  const steps = derivationSteps(size, goal.from, goal.to, dependencies)
  if (!steps) return undefined
  const lines: ProofLine[] = []
  const add = (line: ProofLine): number => lines.push(line) - 1
  if (goal.to.isSubsetOf(goal.from)) return [{ rule: 'reflexivity', dependency: goal, from: [] }]
  let reached = goal.from
  let last: number | undefined
  for (const { dependency: given } of steps) {
    const dependency = dependencies[given]!
    const next = reached.union(dependency.to)
    const asGiven = add({ rule: 'given', dependency, from: [], given })
    const grown =
      dependency.from.equals(reached) && dependency.to.equals(next)
        ? asGiven
        : add({ rule: 'augmentation', dependency: { from: reached, to: next }, from: [asGiven], by: reached })
    last =
      last === undefined
        ? grown
        : add({ rule: 'transitivity', dependency: { from: goal.from, to: next }, from: [last, grown] })
    reached = next
  }
  if (!reached.equals(goal.to)) {
    const part = add({ rule: 'reflexivity', dependency: { from: reached, to: goal.to }, from: [] })
    add({ rule: 'transitivity', dependency: goal, from: [last!, part] })
  }
  return lines
}

/** Whether each line follows from those it names, by its rule. */
export function isProof(lines: readonly ProofLine[], dependencies: readonly Dependency[]): boolean {
  return lines.every(({ rule, dependency: { from, to }, from: uses, given, by }, i) => {
    const [a, b] = uses.map(use => (use < i ? lines[use]!.dependency : undefined))
    switch (rule) {
      case 'given':
        return (
          given !== undefined &&
          dependencies[given] !== undefined &&
          from.equals(dependencies[given].from) &&
          to.equals(dependencies[given].to)
        )
      case 'reflexivity':
        return to.isSubsetOf(from)
      case 'augmentation':
        return (
          a !== undefined && by !== undefined && from.equals(a.from.union(by)) && to.equals(a.to.union(by))
        )
      case 'transitivity':
        return (
          a !== undefined && b !== undefined && from.equals(a.from) && a.to.equals(b.from) && to.equals(b.to)
        )
    }
  })
}
