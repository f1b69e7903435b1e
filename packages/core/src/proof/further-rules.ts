import { findEntity, type WorldAttribute, type WorldEntity } from '../alignment'
import type { PreparedExercise } from '../exercise'
import { capital } from '../language'
import { nameInWords, one, plural, thing, type Rule, type RuleEntry } from '../rules'
import { findTable } from '../schema'

const entry = (entity: WorldEntity, sentence: string, rule: Rule): RuleEntry => ({
  id: 'r1',
  group: capital(thing(entity.name)),
  sentence,
  points: 1,
  readMe: true,
  rule,
})

/**
 * Rules that nobody need ask of a model answer, and that notice what a proposed sheet lets pass: which entity a fact
 * is of, a text of the full size, all digits of a number, a day that there is not, a value unlike the samples, what
 * deleting does where nothing is written, that a fact stands once, that it is one value.
 */
export function furtherRules({ world, given }: PreparedExercise): RuleEntry[] {
  return world.entities
    .filter(({ name }) => !findTable(given, name))
    .flatMap(entity => [
      ...eachFact(entity),
      ...entity.attributes.flatMap(attribute => [
        ...aboutAttribute(entity, attribute),
        ...unlikeSamples(entity, attribute),
      ]),
      ...aboutDeleting(entity),
      ...writtenOnce(entity, world.entities),
    ])
}

function aboutAttribute(entity: WorldEntity, { name, type }: WorldAttribute): RuleEntry[] {
  const words = nameInWords(name)
  const of = one(entity.name).toLowerCase()
  const base = { entity: entity.name, attribute: name }
  const single = entry(entity, `One ${words} of ${of} stands in each row, not several.`, {
    kind: 'atomic',
    ...base,
  })
  const kept = (value: string, what: string): RuleEntry =>
    entry(entity, `${what} is kept as ${words} of ${of}.`, { kind: 'stores', ...base, values: [value] })
  switch (type.family) {
    case 'char':
    case 'varchar':
      return type.length === null
        ? [single]
        : [single, kept(textOfSize(words, type.length), `A text of ${type.length} signs`)]
    case 'decimal': {
      if (type.precision === null) return []
      const scale = type.scale ?? 0
      const value = `${'9'.repeat(type.precision - scale) || '0'}${scale > 0 ? `.${'9'.repeat(scale)}` : ''}`
      return [kept(value, value)]
    }
    case 'date':
    case 'timestamp':
      return [
        entry(entity, `As ${words} of ${of}, 2023-02-30 is refused: there is no such day.`, {
          kind: 'refusesValue',
          ...base,
          values: ['2023-02-30'],
        }),
      ]
    default:
      return []
  }
}

/** Just so many signs, readable. */
function textOfSize(words: string, size: number): string {
  const text = `${capital(words)} `.repeat(Math.ceil(size / (words.length + 1))).slice(0, size)
  return text.endsWith(' ') ? `${text.slice(0, -1)}s` : text
}

function aboutDeleting(entity: WorldEntity): RuleEntry[] {
  return entity.roles.map(({ name, target }) =>
    entry(entity, `Deleting ${one(target).toLowerCase()} that has ${plural(entity.name)} is refused.`, {
      kind: 'onDelete',
      entity: entity.name,
      role: name,
      outcome: 'refused',
    }),
  )
}

/** What an identifier tells stands with its entity alone, not again with all that leads to it. */
function writtenOnce(entity: WorldEntity, entities: readonly WorldEntity[]): RuleEntry[] {
  const targets = [...new Set(entity.roles.map(({ target }) => target))]
  return targets.flatMap(name => {
    const target = findEntity({ entities }, name)
    if (!target || target.identifier.length === 0) return []
    return factsOf(target).map(fact =>
      entry(
        target,
        `The ${nameInWords(fact)} of ${one(name).toLowerCase()} stands once, not again with each of its ${plural(entity.name)}.`,
        { kind: 'onceOnly', entity: name, from: [...target.identifier], to: [fact], form: 'BCNF' },
      ),
    )
  })
}

const factsOf = ({ attributes, identifier }: WorldEntity): string[] =>
  attributes.map(({ name }) => name).filter(name => !identifier.includes(name))

/** Where each fact belongs: also at a level that asks nothing else of it. */
function eachFact(entity: WorldEntity): RuleEntry[] {
  return entity.identifier.length === 0
    ? []
    : factsOf(entity).map(fact =>
        entry(entity, `${one(entity.name)} has one ${nameInWords(fact)}.`, {
          kind: 'determines',
          entity: entity.name,
          from: [...entity.identifier],
          to: [fact],
        }),
      )
}

/** Values like a sample and yet none: cut short, or a letter for a digit. What the model answer takes is not asked. */
function unlikeSamples(entity: WorldEntity, { name, type, samples }: WorldAttribute): RuleEntry[] {
  const [sample] = samples
  if ((type.family !== 'char' && type.family !== 'varchar') || !sample || !/\d/.test(sample)) return []
  return [sample.slice(0, -1), sample.replace(/\d(?!.*\d)/, 'x'), sample.toLowerCase()]
    .filter(value => value !== sample && value !== '')
    .map(value =>
      entry(entity, `${value} is refused as ${nameInWords(name)} of ${one(entity.name).toLowerCase()}.`, {
        kind: 'refusesValue',
        entity: entity.name,
        attribute: name,
        values: [value],
      }),
    )
}
