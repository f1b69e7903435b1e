import { findEntity, type World, type WorldEntity } from '../alignment'
import { sameName } from '../schema'
import type { Rule } from './rule'

/**
 * The rule with the names that the world has for its roles: one may be called by its column or, where only one leads
 * there, by what it leads to, and blanks around a name mean nothing. What the world does not have stays as it is
 * written.
 */
export function canonicalRule(world: World, rule: Rule): Rule {
  const entity = findEntity(world, rule.entity.trim())
  if (!entity) return rule
  const of = (value: unknown): unknown => {
    if (typeof value === 'string')
      return value
        .split('.')
        .map(part => memberNamed(entity, part))
        .join('.')
    return Array.isArray(value) ? value.map(of) : value
  }
  const fields: Record<string, unknown> = { ...rule, entity: entity.name }
  for (const field of ['role', 'path', 'by', 'from', 'to', 'attribute'])
    if (field in fields) fields[field] = of(fields[field])
  return fields as unknown as Rule
}

function memberNamed({ attributes, roles }: WorldEntity, written: string): string {
  const name = written.trim()
  const exact = [...attributes, ...roles].find(member => sameName(member.name, name))
  if (exact) return exact.name
  const called = roles.filter(
    ({ target, columns }) =>
      sameName(target, name) || (columns.length === 1 && sameName(columns[0]!.trim(), name)),
  )
  return called.length === 1 ? called[0]!.name : written
}
