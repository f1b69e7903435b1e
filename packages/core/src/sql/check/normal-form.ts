import { Values, repeatedExhibit, type FormViolation } from '../../dependencies'
import { scriptFinding, type Finding, type FindingCode } from '../../findings'
import type { Table } from '../../schema'
import type { NamedDependencies } from './input'
import { localRelation } from './local-relation'

const CODE: Readonly<Record<FormViolation['form'], FindingCode>> = {
  '2NF': 'normal-form.partial',
  '3NF': 'normal-form.transitive',
  'BCNF': 'normal-form.determinant',
  '4NF': 'normal-form.multivalued',
}
/** More of one table are not told: when the first are mended the others are told. */
const MOST = 5

/**
 * Dependencies of the exercise that hold within one table, between columns called like its attributes, and
 * whose left side is no key there: each with rows that show the repeated fact.
 */
export function checkForm(table: Table, dependencies: NamedDependencies): Finding[] {
  const local = localRelation(table, dependencies)
  if (!local) return []
  const { relation, columns, samples } = local
  const values = new Values(relation.universe, samples)
  const quoted = (set: Iterable<number>): string => [...set].map(at => `"${columns[at]!.name}"`).join(', ')
  return relation.violations.slice(0, MOST).map(({ form, dependency }) => {
    const { from, to } = dependency
    const finding = scriptFinding(CODE[form], columns[[...to][0]!]!.span, {
      table: table.name,
      from: quoted(from),
      to: quoted(to),
      rest: quoted(relation.universe.all.minus(from).minus(to)),
    })
    const exhibit = repeatedExhibit(relation, dependency, values)
    return exhibit ? { ...finding, exhibit } : finding
  })
}
