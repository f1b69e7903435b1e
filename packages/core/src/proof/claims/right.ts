import { NO_CLAIMS, relationOf, workingOf, type DependencyClaims, type RelationTask } from '../../claims'
import { dependencyInWords } from '../../dependencies'

/** Everything that a task asks for, claimed as it follows from the task. A part that a limit stopped is left empty. */
export function rightClaims(task: RelationTask): DependencyClaims {
  const relation = relationOf(task)
  const { universe, keys, prime, form, violations } = relation
  const working = workingOf(task, '')
  const [first] = violations
  return {
    ...NO_CLAIMS,
    dependencies: task.isGiven ? '' : task.dependencies,
    keys: task.asks.keys ? keys.keys.map(key => universe.list(key).join(', ')).join('\n') : '',
    prime: task.asks.prime && prime ? universe.list(prime).join(', ') : '',
    form: task.asks.form && form ? form : '',
    reason: task.asks.form && first ? dependencyInWords(universe, first.dependency) : '',
    split: splitFor(task, working),
    closures: task.asks.closures.map(names =>
      universe.list(relation.closure(universe.set(names))).join(', '),
    ),
  }
}

/** By the form that is asked: the synthesis keeps every dependency, the other splits reach further. */
function splitFor({ asks: { split } }: RelationTask, working: ReturnType<typeof workingOf>): string {
  if (!split) return ''
  return split === '2NF' || split === '3NF' ? working.synthesis : working.bcnf.text
}
