import { AttributeSet, closure } from '../../dependencies'
import { scriptFinding, type Finding } from '../../findings'
import { findTable, sameName, type Reference, type Schema, type Table } from '../../schema'
import type { NamedDependencies } from './input'
import { plainName } from './plain-name'

/**
 * References on the wrong side by what the exercise says fixes what: a table refers to another although its
 * key does not fix the other's, and the other's key fixes its own. Both keys must be called like attributes;
 * the reference must not be a part of the key, since then it is a table between.
 */
export function checkSides(
  schema: Schema,
  table: Table,
  { attributes, dependencies }: NamedDependencies,
): Finding[] {
  const known = new Map(attributes.map((name, i) => [plainName(name), i]))
  const attributesOf = (names: readonly string[]): AttributeSet | undefined => {
    const found = names.map(name => known.get(plainName(name)))
    return found.length > 0 && found.every(at => at !== undefined)
      ? AttributeSet.of(attributes.length, found)
      : undefined
  }
  const own = attributesOf(table.primaryKey?.columns ?? [])
  if (!own) return []
  return table.references
    .filter(reference => !isOfKey(table, reference))
    .flatMap(reference => {
      const target = findTable(schema, reference.table)
      const other = target && attributesOf(target.primaryKey?.columns ?? [])
      if (!target || !other || target === table) return []
      const fixes = (from: AttributeSet, to: AttributeSet): boolean =>
        to.isSubsetOf(closure(attributes.length, from, dependencies))
      if (fixes(own, other) || !fixes(other, own)) return []
      const names = (of: Table): string => of.primaryKey!.columns.join(', ')
      return [
        scriptFinding('references.wrong-side', reference.span, {
          table: table.name,
          target: target.name,
          columns: reference.columns.join(', '),
          key: names(table),
          targetKey: names(target),
        }),
      ]
    })
}

function isOfKey({ primaryKey }: Table, { columns }: Reference): boolean {
  return columns.some(column => primaryKey?.columns.some(part => sameName(part, column)))
}
