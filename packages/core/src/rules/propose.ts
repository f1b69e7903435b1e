import { findEntity, type World, type WorldAttribute, type WorldEntity } from '../alignment'
import type { Schema } from '../schema'
import { findColumn, findTable } from '../schema'
import { listInWords } from './because'
import { elementsOf, type Rule, type RuleEntry } from './rule'

/** A proposed rule with its sentence, before it has a number and points. */
interface Proposed { readonly group: string, readonly sentence: string, readonly rule: Rule }

/**
 * A rule sheet for a model answer: who is identified by what, each relationship asked both ways, what is required and what may be
 * missing, which sample values must be kept, what deleting does. The sentences are made from names, so they are plain and marked to
 * be read; nothing is asked twice. Points are equal and sum to `total`.
 */
export function proposeRules(world: World, model: Schema, { total = 40 } = {}): RuleEntry[] {
  const proposed = world.entities.flatMap(entity => [...aboutEntity(entity), ...aboutRoles(world, entity, model), ...aboutAttributes(entity)])
  const points = shareEvenly(total, proposed.length)
  return proposed.map((rule, i) => ({ id: `r${i + 1}`, ...rule, points: points[i]!, readMe: true }))
}

/** Half points that sum to the total as nearly as halves can: the first ones get the half more. */
function shareEvenly(total: number, count: number): number[] {
  const halves = Math.round(total * 2)
  const base = Math.floor(halves / Math.max(1, count))
  return Array.from({ length: count }, (_, i) => (base + (i < halves - base * count ? 1 : 0)) / 2)
}

export function nameInWords(name: string): string {
  return name.replaceAll('_', ' ').replaceAll('#', 'number').trim()
}

function one(entity: string): string {
  const words = nameInWords(entity)
  return `${/^[aeiou]/i.test(words) ? 'An' : 'A'} ${words}`
}

function plural(name: string): string {
  const words = nameInWords(name)
  if (/[^aeiou]y$/.test(words)) return `${words.slice(0, -1)}ies`
  return /(s|x|ch|sh)$/.test(words) ? `${words}es` : `${words}s`
}

function aboutEntity(entity: WorldEntity): Proposed[] {
  if (entity.identifier.length === 0) return []
  const isPair = entity.identifier.length > 1 && entity.identifier.every(member => entity.roles.some(role => role.name === member))
  if (isPair) {
    const pair = listInWords(entity.identifier.map(nameInWords))
    return [{
      group: title(entity.name), sentence: `The same pair of ${pair} stands at most once as ${nameInWords(entity.name)}.`,
      rule: { kind: 'pairOnce', entity: entity.name, by: [...entity.identifier] },
    }]
  }
  return [{
    group: title(entity.name), sentence: `${one(entity.name)} is identified by its ${listInWords(entity.identifier.map(nameInWords))}.`,
    rule: { kind: 'identifies', entity: entity.name, by: [...entity.identifier] },
  }]
}

function aboutRoles(world: World, entity: WorldEntity, model: Schema): Proposed[] {
  return entity.roles.flatMap((role): Proposed[] => {
    const group = title(entity.name)
    const base = { entity: entity.name, role: role.name }
    const subject = nameInWords(entity.name)
    const target = nameInWords(role.name === role.target ? role.target : `${role.name} (${role.target})`)
    const inIdentifier = entity.identifier.includes(role.name)
    const alone = inIdentifier && entity.identifier.length === 1
    const rules: Proposed[] = []
    if (!inIdentifier) rules.push({ group, sentence: `One ${subject} has at most one ${target}.`, rule: { kind: 'atMostOne', ...base } })
    if (!alone && !isUniqueRole(model, entity, role.columns)) {
      rules.push({ group, sentence: `One ${nameInWords(role.target)} may have many ${plural(entity.name)}${role.name === role.target ? '' : ` as ${nameInWords(role.name)}`}.`, rule: { kind: 'manyAllowed', ...base } })
    }
    rules.push(role.required
      ? { group, sentence: `Every ${subject} has a ${target}.`, rule: { kind: 'mustHave', entity: entity.name, path: role.name } }
      : { group, sentence: `${one(entity.name)} may lack a ${target}.`, rule: { kind: 'mayLack', entity: entity.name, path: role.name } })
    rules.push({ group, sentence: `The ${target} that ${one(entity.name).toLowerCase()} names exists.`, rule: { kind: 'refersTo', ...base } })
    if (findEntity(world, role.target)) {
      rules.push({ group, sentence: `${one(role.target)} may have no ${subject} yet.`, rule: { kind: 'mayHaveNone', ...base } })
    }
    const action = onDeleteOf(model, entity, role.columns)
    if (action) rules.push({ group, sentence: `${deleteSentence(action, nameInWords(role.target), plural(entity.name))}`, rule: { kind: 'onDelete', ...base, outcome: action } })
    return rules
  })
}

/** Written actions are meant; a reference without one leaves the question open and proposes nothing. */
function onDeleteOf(model: Schema, entity: WorldEntity, columns: readonly string[]): 'refused' | 'gone' | 'unlinked' | undefined {
  const reference = findTable(model, entity.name)?.references.find(other => other.columns.every(name => columns.includes(name.toLowerCase())))
  switch (reference?.onDelete) {
    case 'restrict': return 'refused'
    case 'cascade': return 'gone'
    case 'set null': return 'unlinked'
    default: return undefined
  }
}

function deleteSentence(outcome: 'refused' | 'gone' | 'unlinked', target: string, dependants: string): string {
  switch (outcome) {
    case 'refused': return `Deleting a ${target} that has ${dependants} is refused.`
    case 'gone': return `Deleting a ${target} deletes its ${dependants}.`
    case 'unlinked': return `Deleting a ${target} leaves its ${dependants} without one.`
  }
}

function isUniqueRole(model: Schema, entity: WorldEntity, columns: readonly string[]): boolean {
  const table = findTable(model, entity.name)
  return table !== undefined && table.uniques.some(key => key.columns.length === columns.length && key.columns.every(name => columns.includes(name.toLowerCase())))
}

function aboutAttributes(entity: WorldEntity): Proposed[] {
  return entity.attributes.flatMap((attribute): Proposed[] => [
    ...entity.identifier.includes(attribute.name) ? [] : [isRequiredSentence(entity, attribute)],
    ...worthStoring(attribute) ? [storesSentence(entity, attribute)] : [],
  ])
}

function isRequiredSentence(entity: WorldEntity, { name, required }: WorldAttribute): Proposed {
  const group = title(entity.name)
  return required
    ? { group, sentence: `Every ${nameInWords(entity.name)} has a ${nameInWords(name)}.`, rule: { kind: 'mustHave', entity: entity.name, path: name } }
    : { group, sentence: `${one(entity.name)} may lack a ${nameInWords(name)}.`, rule: { kind: 'mayLack', entity: entity.name, path: name } }
}

/** Samples that a careless type would lose: text with digits, exact decimals. */
function worthStoring({ samples, type }: WorldAttribute): boolean {
  return samples.length > 0 && (type.family === 'decimal' || ((type.family === 'char' || type.family === 'varchar') && samples.some(value => /\d/.test(value))))
}

function storesSentence(entity: WorldEntity, { name, samples }: WorldAttribute): Proposed {
  return {
    group: title(entity.name), sentence: `Values of ${nameInWords(name)} such as ${listInWords(samples)} are kept as written.`,
    rule: { kind: 'stores', entity: entity.name, attribute: name, values: [...samples] },
  }
}

function title(name: string): string {
  const words = nameInWords(name)
  return words.charAt(0).toUpperCase() + words.slice(1)
}

/** Elements that a rule names and the world does not have: in words, empty when all is well. */
export function unknownElements(world: World, rule: Rule, model: Schema): string[] {
  const entity = findEntity(world, rule.entity)
  if (!entity) return [`There is no "${rule.entity}" in the model answer.`]
  const known = new Set([...entity.attributes.map(({ name }) => name), ...entity.roles.map(({ name }) => name)])
  const named = rule.kind === 'givenRows' ? [] : elementsOf(rule)
  return named.filter(name => !known.has(name)).map((name) => {
    const table = findTable(model, rule.entity)
    const isColumn = table && findColumn(table, name)
    return isColumn
      ? `"${name}" is a column of a reference of "${rule.entity}"; the rule needs the name of the role: ${listInWords(entity.roles.map(role => role.name))}.`
      : `"${rule.entity}" of the model answer has no "${name}".`
  })
}
