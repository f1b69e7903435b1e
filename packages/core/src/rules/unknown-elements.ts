import { findEntity, type World } from '../alignment'
import { findColumn, findTable, type Schema } from '../schema'
import { listInWords } from '../language'
import { elementsOf, moduleOf, partsOf, type Rule, type RuleEntry } from './rule'

/**
 * Elements that a sentence names, in any of its parts, and the world does not have: in words, empty when all
 * is well.
 */
export function unknownElements(
  world: World,
  entry: Pick<RuleEntry, 'rule' | 'and'>,
  model: Schema,
): string[] {
  return [
    ...new Set(
      partsOf(entry)
        .filter(rule => moduleOf(rule).names !== 'none')
        .flatMap(rule => unknownInRule(world, rule, model)),
    ),
  ]
}

function unknownInRule(world: World, rule: Rule, model: Schema): string[] {
  const entity = findEntity(world, rule.entity)
  if (!entity) return [`There is no "${rule.entity}" in the model answer.`]
  const known = new Set([
    ...entity.attributes.map(({ name }) => name),
    ...entity.roles.map(({ name }) => name),
  ])
  const named = moduleOf(rule).names === 'elements' ? elementsOf(rule) : []
  return named
    .filter(name => !known.has(name))
    .map(name => {
      const table = findTable(model, rule.entity)
      const isColumn = table && findColumn(table, name)
      return isColumn
        ? `"${name}" is a column of a reference of "${rule.entity}"; the rule needs the name of the role: ${listInWords(entity.roles.map(role => role.name))}.`
        : `"${rule.entity}" of the model answer has no "${name}".`
    })
}
