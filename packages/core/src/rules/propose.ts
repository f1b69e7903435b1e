import { findEntity, type World, type WorldAttribute, type WorldEntity, type WorldRole } from '../alignment'
import { declaredKeys, findTable, foldName, sameName, type Reference, type Schema } from '../schema'
import { capital, listInWords, shorten } from '../language'
import { checkSamples } from './check-samples'
import { comparedFacts } from './propose-comparisons'
import type { Rule, RuleEntry } from './rule'
import { isReadable, one, ownName, plural, readsBadly, thing } from './sentences'

/** A proposed sentence with its parts, before it has a number and points. */
interface Proposed {
  readonly group: string
  readonly sentence: string
  readonly parts: readonly Rule[]
  readonly readMe: boolean
}

/**
 * A rule sheet for a model answer: who is told apart by what, each relationship as two sentences with both
 * leasts, what is required and what may be missing, which values are kept, accepted and refused, what
 * deleting does. What another rule implies is not asked again: what identifies is demanded and single
 * already. The sentences are made from names; those that may read badly come first, marked. Points are equal
 * and sum to `total`.
 */
export function proposeRules(
  world: World,
  model: Schema,
  { total = 40, hasSome = () => false }: ProposalOptions = {},
): RuleEntry[] {
  const proposed = withoutRepeats(
    world.entities.flatMap(entity => [
      ...aboutEntity(entity, model),
      ...entity.roles.flatMap(role => aboutRole(world, entity, role, model, hasSome(entity.name, role.name))),
      ...aboutAttributes(entity, model),
      ...comparedFacts(world, model, entity).map(({ sentence, names, rule }) =>
        propose(entity, sentence, names, rule),
      ),
    ]),
  )
  const points = shareEvenly(total, proposed.length)
  return proposed.map(({ group, sentence, parts: [rule, ...and], readMe }, i) => ({
    id: `r${i + 1}`,
    group,
    sentence,
    points: points[i]!,
    ...(readMe ? { readMe } : {}),
    rule: rule!,
    ...(and.length > 0 ? { and } : {}),
  }))
}

/** No part twice: two references over the same columns, or a key that is a relationship too, say the same. */
function withoutRepeats(proposed: readonly Proposed[]): Proposed[] {
  const seen = new Set<string>()
  return proposed.flatMap(entry => {
    const parts = entry.parts.filter(part => {
      const key = JSON.stringify(part)
      return !seen.has(key) && seen.add(key)
    })
    return parts.length > 0 ? [{ ...entry, parts }] : []
  })
}

export interface ProposalOptions {
  readonly total?: number
  /** Whether the target of a role has at least one that leads to it: a diagram says so, no schema can. */
  readonly hasSome?: (entity: string, role: string) => boolean
}

/** Half points that sum to the total as nearly as halves can: the first ones get the half more. */
export function shareEvenly(total: number, count: number): number[] {
  const halves = Math.round(total * 2)
  const base = Math.floor(halves / Math.max(1, count))
  return Array.from({ length: count }, (_, i) => (base + (i < halves - base * count ? 1 : 0)) / 2)
}

function propose(
  entity: WorldEntity,
  sentence: string,
  names: readonly string[],
  ...parts: readonly Rule[]
): Proposed {
  return {
    group: capital(thing(entity.name)),
    sentence,
    parts,
    readMe: ![entity.name, ...names].every(isReadable) || readsBadly(sentence, entity.name, names),
  }
}

/** The identifier, and each other key that does not contain it. */
function aboutEntity(entity: WorldEntity, model: Schema): Proposed[] {
  const { name, identifier } = entity
  if (identifier.length === 0) return []
  const inWords = (member: string): string => ownName(name, member)
  const words = listInWords(identifier.map(inWords))
  const first = isPair(entity)
    ? propose(entity, `The same ${words} stand together at most once as ${thing(name)}.`, identifier, {
        kind: 'pairOnce',
        entity: name,
        by: [...identifier],
      })
    : propose(entity, `${one(name)} is identified by its ${words}.`, identifier, {
        kind: 'identifies',
        entity: name,
        by: [...identifier],
      })
  const others = otherKeys(entity, model).map(members =>
    propose(entity, `No two ${plural(name)} have the same ${listInWords(members.map(inWords))}.`, members, {
      kind: 'identifies',
      entity: name,
      by: members,
    }),
  )
  return [first, ...others]
}

/**
 * Further natural keys as members of the world; one that contains the identifier is implied, and one that is
 * a role alone is asked as a relationship.
 */
function otherKeys(entity: WorldEntity, model: Schema): string[][] {
  const table = findTable(model, entity.name)
  const memberOf = (column: string): string =>
    entity.roles.find(({ columns }) => columns.includes(foldName(column)))?.name ?? foldName(column)
  const keys = (table ? declaredKeys(table) : [])
    .map(({ columns }) => [...new Set(columns.map(memberOf))])
    .filter(members => !members.includes(entity.surrogate ?? ''))
  return keys.filter(
    members =>
      !entity.identifier.every(member => members.includes(member)) &&
      !(members.length === 1 && entity.roles.some(({ name }) => name === members[0])),
  )
}

/** From the entity to its target: that one which is named is there, and how many there are. */
function forwardSentence(entity: WorldEntity, role: WorldRole): Proposed {
  const base = { entity: entity.name, role: role.name }
  const target = thing(role.name)
  const names = [role.name, role.target]
  const single: Rule = { kind: 'atMostOne', ...base }
  const must: Rule = { kind: 'mustHave', entity: entity.name, path: role.name }
  const exists: Rule = { kind: 'refersTo', ...base }
  const refused = `${one(role.name).toLowerCase()} that is not there is refused.`
  const subject = thing(entity.name)
  if (entity.identifier.includes(role.name))
    return isPair(entity)
      ? propose(
          entity,
          `Each ${subject} has ${one(role.name).toLowerCase()}; ${refused}`,
          names,
          must,
          exists,
        )
      : propose(entity, `${one(entity.name)} of ${refused}`, names, exists)
  return role.required
    ? propose(entity, `Each ${subject} has exactly one ${target}; ${refused}`, names, single, must, exists)
    : propose(
        entity,
        `Each ${subject} has at most one ${target}, or none; ${refused}`,
        names,
        single,
        { kind: 'mayLack', entity: entity.name, path: role.name },
        exists,
      )
}

/** Whether the entity is told apart by what it leads to alone, by two or more: it stands between them. */
function isPair({ identifier, roles }: WorldEntity): boolean {
  return identifier.length > 1 && identifier.every(member => roles.some(role => role.name === member))
}

/**
 * The relationship asked both ways: "one accession ... at least, at most ... trip", "one trip ...
 * accessions".
 */
function aboutRole(
  world: World,
  entity: WorldEntity,
  role: WorldRole,
  model: Schema,
  hasSome: boolean,
): Proposed[] {
  const base = { entity: entity.name, role: role.name }
  const subject = thing(entity.name)
  const target = thing(role.name)
  const as = thing(role.target).includes(target) ? '' : ` as ${target}`
  const inIdentifier = entity.identifier.includes(role.name)
  const names = [role.name, role.target]
  const forward = forwardSentence(entity, role)
  const isAlone = inIdentifier && entity.identifier.length === 1
  const free: Rule[] = findEntity(world, role.target)
    ? [{ kind: hasSome ? 'hasSome' : 'mayHaveNone', ...base }]
    : []
  const back =
    isAlone || isUnique(model, entity, role)
      ? propose(
          entity,
          `One ${thing(role.target)} has ${hasSome ? 'exactly one' : 'at most one'} ${subject}${as}${hasSome ? '' : ', and may have none'}.`,
          names,
          { kind: 'pairOnce', entity: entity.name, by: [role.name] },
          ...free,
        )
      : propose(
          entity,
          `One ${thing(role.target)} ${hasSome ? 'has one or more' : 'may have any number of'} ${plural(entity.name)}${as}${hasSome ? '' : ', or none'}.`,
          names,
          { kind: 'manyAllowed', ...base },
          ...free,
        )
  return [forward, ...(isAlone ? [] : [back]), ...aboutDeleting(entity, role, model)]
}

function isUnique(model: Schema, entity: WorldEntity, { columns }: WorldRole): boolean {
  return (
    findTable(model, entity.name)?.uniques.some(
      key =>
        key.columns.length === columns.length && key.columns.every(name => columns.includes(foldName(name))),
    ) ?? false
  )
}

function referenceOf(model: Schema, entity: WorldEntity, { columns }: WorldRole): Reference | undefined {
  return findTable(model, entity.name)?.references.find(
    reference =>
      reference.columns.length === columns.length &&
      reference.columns.every(name => columns.includes(foldName(name))),
  )
}

/** Written actions are meant; a reference without one leaves the question open and proposes nothing. */
function aboutDeleting(entity: WorldEntity, role: WorldRole, model: Schema): Proposed[] {
  const reference = referenceOf(model, entity, role)
  const target = one(role.target).toLowerCase()
  const own = plural(entity.name)
  const say = (sentence: string, rule: Rule): Proposed => propose(entity, sentence, [role.target], rule)
  const base = { entity: entity.name, role: role.name }
  const deleted = {
    'restrict': [
      say(`Deleting ${target} that has ${own} is refused.`, {
        kind: 'onDelete',
        ...base,
        outcome: 'refused',
      }),
    ],
    'cascade': [
      say(`Deleting ${target} deletes its ${own}.`, { kind: 'onDelete', ...base, outcome: 'gone' }),
    ],
    'set null': [
      say(`Deleting ${target} leaves its ${own} without one.`, {
        kind: 'onDelete',
        ...base,
        outcome: 'unlinked',
      }),
    ],
    'set default': [],
    'no action': [],
  }[reference?.onDelete ?? 'no action']
  const updated =
    reference?.onUpdate === 'cascade'
      ? [
          say(`When ${target} is renumbered its ${own} follow.`, {
            kind: 'onUpdate',
            ...base,
            outcome: 'follows',
          }),
        ]
      : []
  return [...deleted, ...updated]
}

function aboutAttributes(entity: WorldEntity, model: Schema): Proposed[] {
  const own = entity.attributes.filter(({ name }) => !entity.identifier.includes(name))
  return [
    ...inChunks(own.filter(({ required }) => required)).map(chunk =>
      factSentence(entity, chunk, `Every ${thing(entity.name)} has ${eachOnce(entity, chunk)}.`, 'mustHave'),
    ),
    ...inChunks(own.filter(({ required }) => !required)).map(chunk =>
      factSentence(entity, chunk, `${one(entity.name)} has ${eachOnce(entity, chunk)}, or none.`, 'mayLack'),
    ),
    ...aboutTexts(entity),
    ...entity.attributes.flatMap(attribute => [
      ...aboutStoring(entity, attribute),
      ...aboutValues(entity, attribute, model),
    ]),
  ]
}

/** "one name and one address". */
const eachOnce = (entity: WorldEntity, facts: readonly WorldAttribute[]): string =>
  listInWords(facts.map(({ name }) => `one ${ownName(entity.name, name)}`))

/** Whether each of the facts is there, and that there is one of each, wherever it is written. */
function factSentence(
  entity: WorldEntity,
  facts: readonly WorldAttribute[],
  sentence: string,
  kind: 'mustHave' | 'mayLack',
): Proposed {
  const names = facts.map(({ name }) => name)
  const single: Rule[] =
    entity.identifier.length > 0
      ? [{ kind: 'determines', entity: entity.name, from: [...entity.identifier], to: names }]
      : []
  return propose(
    entity,
    sentence,
    names,
    ...names.map((path): Rule => ({ kind, entity: entity.name, path })),
    ...single,
  )
}

/** A sentence has at most eight parts. */
function inChunks<T>(items: readonly T[]): T[][] {
  return Array.from({ length: Math.ceil(items.length / 8) }, (_, i) => items.slice(8 * i, 8 * i + 8))
}

/** Samples that a careless type would lose: codes with digits, exact decimals. */
function aboutStoring(entity: WorldEntity, attribute: WorldAttribute): Proposed[] {
  const { name, type } = attribute
  const samples = isCode(attribute) || type.family === 'decimal' ? samplesFor(attribute) : []
  return samples.length > 0
    ? [
        propose(
          entity,
          `The ${ownName(entity.name, name)} of ${one(entity.name).toLowerCase()}, such as ${listInWords(samples)}, is kept as written.`,
          [name],
          { kind: 'stores', entity: entity.name, attribute: name, values: [...samples] },
        ),
      ]
    : []
}

const isSized = ({ type }: WorldAttribute): boolean => type.family === 'char' || type.family === 'varchar'

const isCode = (attribute: WorldAttribute): boolean =>
  isSized(attribute) &&
  attribute.samples.length > 0 &&
  attribute.samples.every(value => /^[^\s\d]*\d\S*$/.test(value))

/** The samples; of an exact decimal that has none, a value with all its digits after the point. */
function samplesFor({ samples, type, checked }: WorldAttribute): readonly string[] {
  const scale = type.family === 'decimal' ? (type.scale ?? 0) : 0
  const hasRoom = type.precision === null || type.precision > scale
  return samples.length > 0 || scale === 0 || checked || !hasRoom
    ? samples
    : [`1.${'2468'.padEnd(scale, '5').slice(0, scale)}`]
}

/** Other texts that are shown, all of an entity together: they have room. */
function aboutTexts(entity: WorldEntity): Proposed[] {
  const shown = entity.attributes.filter(
    attribute =>
      isSized(attribute) && !isCode(attribute) && !attribute.checked && attribute.samples.length > 0,
  )
  const longest = ({ samples }: WorldAttribute): string =>
    samples.reduce((best, value) => (value.length > best.length ? value : best), '')
  return inChunks(shown).map(chunk => {
    const names = chunk.map(({ name }) => name)
    const texts = listInWords(chunk.map(attribute => `“${shorten(longest(attribute), 40)}”`))
    const are = chunk.length === 1 ? 'is' : 'are'
    return propose(
      entity,
      `${texts} ${are} kept as ${listInWords(names.map(fact => ownName(entity.name, fact)))} of ${one(entity.name).toLowerCase()}.`,
      names,
      ...chunk.map((attribute): Rule => ({
        kind: 'stores',
        entity: entity.name,
        attribute: attribute.name,
        values: [longest(attribute)],
      })),
    )
  })
}

/** What the model's CHECKs and enumerations accept and refuse, at their bounds. */
function aboutValues(entity: WorldEntity, { name }: WorldAttribute, model: Schema): Proposed[] {
  const table = findTable(model, entity.name)
  const column = table?.columns.find(other => sameName(other.name, name))
  const { good, bad } = table && column ? checkSamples(table, column) : { good: [], bad: [] }
  if (bad.length === 0) return []
  const parts: Rule[] = [{ kind: 'refusesValue', entity: entity.name, attribute: name, values: bad }]
  if (good.length > 0) parts.push({ kind: 'admitsValue', entity: entity.name, attribute: name, values: good })
  const accepted =
    good.length > 0 ? `${listInWords(good)} ${good.length === 1 ? 'is' : 'are'} accepted, ` : ''
  return [
    propose(
      entity,
      `As ${ownName(entity.name, name)} of ${one(entity.name).toLowerCase()} ${accepted}${listInWords(bad)} ${bad.length === 1 ? 'is' : 'are'} refused.`,
      [name],
      ...parts,
    ),
  ]
}
