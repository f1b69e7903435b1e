import { AttributeSet, normalForm, project, type Dependency, type Violation } from '../../dependencies'
import { scriptFinding, type Finding, type FindingCode } from '../../findings'
import type { Table } from '../../schema'
import type { NamedDependencies } from './input'
import { plainName } from './plain-name'

const CODE: Readonly<Record<Violation['form'], FindingCode>> = { '2NF': 'normal-form.partial', '3NF': 'normal-form.transitive', 'BCNF': 'normal-form.determinant' }
/** Tables of more columns than this are not projected: the work can double with each. */
const MOST_COLUMNS = 24

/** Dependencies of the exercise that hold within one table, between columns called like its attributes, and whose left side is no key there. */
export function checkForm(table: Table, { attributes, dependencies }: NamedDependencies): Finding[] {
  const places = new Map(table.columns.map(column => [plainName(column.name), column]))
  const held = attributes.map((name, i) => ({ i, column: places.get(plainName(name)) })).filter(({ column }) => column !== undefined)
  if (held.length < 3 || held.length > MOST_COLUMNS) return []
  const within = AttributeSet.of(attributes.length, held.map(({ i }) => i))
  const projected = project(attributes.length, within, dependencies, { limit: 5000 })
  if (!projected) return []
  const local = localDependencies(projected, held.map(({ i }) => i))
  const { violations } = normalForm(held.length, local, { limit: 5000 })
  const name = (place: number): string => held[place]!.column!.name
  return violations.slice(0, 5).map(({ form, dependency }) => {
    const from = [...dependency.from].map(name)
    const to = [...dependency.to].map(name)
    const column = held[[...dependency.to][0]!]!.column!
    return scriptFinding(CODE[form], column.span, { table: table.name, from: from.map(quote).join(', '), to: to.map(quote).join(', ') })
  })
}

function localDependencies(dependencies: readonly Dependency[], held: readonly number[]): Dependency[] {
  const place = new Map(held.map((attribute, i) => [attribute, i]))
  const local = (set: AttributeSet): AttributeSet => AttributeSet.of(held.length, [...set].map(attribute => place.get(attribute)!))
  return dependencies.map(({ from, to }) => ({ from: local(from), to: local(to) }))
}

const quote = (name: string): string => `"${name}"`
