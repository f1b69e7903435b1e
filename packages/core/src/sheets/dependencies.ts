import {
  DependencyClaims,
  NO_CLAIMS,
  dependencyOfRule,
  isEmptyClaims,
  judgeClaim,
  judgeRuleDependency,
  judgedFindings,
  ownFindings,
  readClaims,
  type ClaimVerdict,
  type ReadClaims,
} from '../claims'
import type { Finding } from '../findings'
import type { PreparedExercise } from '../exercise'
import { leadingPart, partsAsked, type Rule } from '../rules'
import type { MarkedCell } from './marked-cell'
import { fromJson, type OwnSheetModule } from './module'

/** What is claimed of a relation: it is judged by its own dependencies, not as tables. */
export const dependencies: OwnSheetModule<DependencyClaims> = {
  name: 'dependencies',
  field: 'claims',
  shape: DependencyClaims,
  empty: NO_CLAIMS,
  parse: fromJson(DependencyClaims, NO_CLAIMS),
  readable: claimsToText,
  hasOwn: content => !isEmptyClaims(content),
  form: ({ document: { relation } }, { claims = NO_CLAIMS }) =>
    relation ? readClaims(relation, claims).findings : [],
  mark: (exercise, { claims = NO_CLAIMS }) => markClaims(exercise, claims),
}

/** The claims under the names of their fields. */
function claimsToText({
  dependencies,
  keys,
  prime,
  form,
  reason,
  split,
  closures,
  assumptions,
}: DependencyClaims): string {
  const parts: readonly (readonly [string, string])[] = [
    ['Dependencies', dependencies],
    ['Closures', closures.join('\n')],
    ['Keys', keys],
    ['Prime', prime],
    ['Form', [form, reason].filter(text => text !== '').join(', because of ')],
    ['Split', split],
    ['Taken for granted', assumptions],
  ]
  return parts
    .filter(([, text]) => text.trim() !== '')
    .map(([name, text]) => `${name}\n${text.trim()}`)
    .join('\n\n')
}

/**
 * What the claims say of one rule; nothing where it is not asked here: rules about tables are, where the
 * students find the dependencies and the relation speaks of the same.
 */
function judge({ world, model }: PreparedExercise, read: ReadClaims, rule: Rule): ClaimVerdict | undefined {
  if (rule.kind === 'claim') return judgeClaim(read, rule.about)
  const { task, relation } = read
  const dependency = task.isGiven
    ? undefined
    : dependencyOfRule(rule, { world, schema: model.schema, relation })
  return dependency && judgeRuleDependency(read, dependency)
}

/** The cells of the Dependencies sheet, and what is said at its places. */
function markClaims(
  exercise: PreparedExercise,
  claims: DependencyClaims,
): { cells: MarkedCell[]; findings: Finding[] } {
  const { relation, rules, samples } = exercise.document
  if (!relation) return { cells: [], findings: [] }
  const read = readClaims(relation, claims, samples)
  const cells = rules
    .filter(({ off }) => !off)
    .flatMap((entry): MarkedCell[] => {
      const verdicts = partsAsked(entry, 'dependencies').flatMap(rule => judge(exercise, read, rule) ?? [])
      if (verdicts.length === 0) return []
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
