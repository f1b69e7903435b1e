import { foldName, sameColumns, sameName, type Column, type Schema, type Table } from '../schema'
import type { GlossaryEntry, PairReason } from './alignment'
import { isBareNumber, nameLikeness, nameWords, withoutGlued, withoutPrefix, type NameWords } from './names'
import type { World, WorldAttribute, WorldEntity, WorldRole } from './world'
import { FACT_OF_TABLE, NAME, NEITHER, TABLE } from './weights'

export interface Likeness {
  readonly score: number
  readonly reason: PairReason | null
}

/** Compares names of the world with names of an answer, the glossary included. */
export class NameComparer {
  private readonly glossary = new Map<string, readonly NameWords[]>()
  /** The words of an entity's own name with the first that the glossary accepts for it. */
  private readonly words: (readonly [own: NameWords, accepted: NameWords])[] = []
  private readonly composed = new Map<string, readonly NameWords[]>()
  /** The accepted names as they are written, folded. */
  private readonly exact = new Map<string, ReadonlySet<string>>()
  private readonly columnScores = new WeakMap<Table, Map<string, number>>()
  private readonly scores = new WeakMap<Schema, Scores>()

  constructor(glossary: readonly GlossaryEntry[]) {
    for (const { element, names } of glossary) {
      const key = foldName(element)
      this.glossary.set(key, [...(this.glossary.get(key) ?? []), ...names.map(nameWords)])
      const [first] = names
      if (first !== undefined && !key.includes('.')) this.words.push([nameWords(key), nameWords(first)])
      this.exact.set(key, new Set([...(this.exact.get(key) ?? []), ...names.map(foldName)]))
    }
  }

  /** Whether a name is written just as the model's, or as the glossary accepts it. */
  isExactly(element: string, own: string, written: string): boolean {
    return sameName(own, written) || (this.exact.get(foldName(element))?.has(foldName(written)) ?? false)
  }

  /** What the glossary accepts for an element, and what its own name is with the accepted words for entities in it. */
  accepted(element: string): readonly NameWords[] {
    const key = foldName(element)
    const own = this.glossary.get(key) ?? []
    if (this.words.length === 0) return own
    const known = this.composed.get(key) ?? [
      ...own,
      ...this.withAcceptedWords(nameWords(key.split('.').at(-1)!)),
    ]
    this.composed.set(key, known)
    return known
  }

  /** order_brick as auftrag_ziegel, where the glossary has Auftrag for order and Ziegel for brick. */
  private withAcceptedWords(name: NameWords): NameWords[] {
    const turned = this.words.reduce<NameWords>(
      (words, [own, accepted]) => replaced(words, own, accepted),
      name,
    )
    return turned.join() === name.join() ? [] : [turned]
  }

  entity(entity: WorldEntity, table: Table): Likeness {
    return best(nameWords(table.name), [nameWords(entity.name)], this.accepted(entity.name))
  }

  /**
   * A column against an attribute: with and without the name of its table before it, and a prefix that all
   * its columns share.
   */
  attribute(entity: WorldEntity, attribute: WorldAttribute, table: Table, column: Column): Likeness {
    const own = withAndWithout(nameWords(attribute.name), nameWords(entity.name))
    const written = withAndWithout(nameWords(column.name), columnPrefix(table))
    const glued = withoutGlued(column.name, table.name, new Set(own.at(-1)!.slice(-1)))
    const accepted = this.accepted(`${entity.name}.${attribute.name}`)
    const likeness = bestOf([...written, ...(glued ? [glued] : [])].map(name => best(name, own, accepted)))
    return isKeyLikeTable(entity, attribute, table, column) && likeness.score < NAME.keyLikeTable
      ? { score: NAME.keyLikeTable, reason: 'like-name' }
      : likeness
  }

  /**
   * A column against a role: the model's columns, the role's name, the target's name, and what the glossary
   * accepts for either.
   */
  role(entity: WorldEntity, role: WorldRole, column: string): Likeness {
    const own = [
      ...role.columns.map(nameWords),
      nameWords(role.name),
      [...nameWords(role.name), '#'],
      nameWords(role.target),
      [...nameWords(role.target), '#'],
    ]
    const accepted = [...this.accepted(`${entity.name}.${role.name}`), ...this.accepted(role.target)]
    return best(nameWords(column), own, [...accepted, ...accepted.map(words => [...words, '#'])])
  }

  /** A column against a role by the role's own name: what it shares with the name of its target counts for nothing. */
  end(entity: WorldEntity, role: WorldRole, column: string): Likeness {
    const bare = (words: NameWords): NameWords =>
      words.filter(word => word !== '#' && !nameWords(role.target).includes(word))
    const own = [nameWords(role.name), ...role.columns.map(nameWords)].map(bare)
    const accepted = this.accepted(`${entity.name}.${role.name}`).map(bare)
    return best(bare(nameWords(column)), own, accepted)
  }

  /** The scores of all tables of a schema, worked out once. */
  remembered(schema: Schema, make: () => Scores): Scores {
    const scores = this.scores.get(schema) ?? make()
    this.scores.set(schema, scores)
    return scores
  }

  /** How well the facts of an entity are found among the columns of a table; remembered. */
  columnScore(entity: WorldEntity, table: Table): number {
    const known = this.columnScores.get(table) ?? new Map<string, number>()
    this.columnScores.set(table, known)
    const score = known.get(entity.name) ?? columnScoreOf(this, entity, table)
    known.set(entity.name, score)
    return score
  }

  /** What the columns of a table weigh for an entity: more where all its facts are there under their very names. */
  columnEvidence(entity: WorldEntity, table: Table): number {
    const score = this.columnScore(entity, table)
    const isWhole = score >= NAME.speaks && entity.attributes.length >= 2
    return TABLE.columns * score + (isWhole ? TABLE.allColumns : 0)
  }

  /**
   * A column against one column of the model's reference: that column's own name, and for a reference of one
   * column also the role's names.
   */
  roleColumn(entity: WorldEntity, role: WorldRole, own: string, column: string): Likeness {
    return role.columns.length === 1
      ? this.role(entity, role, column)
      : best(nameWords(column), [nameWords(own)], [])
  }

  /** As `qualified`, with the name of the role that leads to the entity before it. */
  qualifiedBy(role: string, entity: WorldEntity, attribute: WorldAttribute, column: string): Likeness {
    const bare = withAndWithout(nameWords(attribute.name), nameWords(entity.name)).at(-1)!
    return best(
      nameWords(column),
      [bare, ...this.accepted(`${entity.name}.${attribute.name}`)].map(words => [
        ...nameWords(role),
        ...words,
      ]),
      [],
    )
  }

  /** A column against an attribute written in another entity's table: the name with its entity before it. */
  qualified(entity: WorldEntity, attribute: WorldAttribute, column: string): Likeness {
    const bare = withAndWithout(nameWords(attribute.name), nameWords(entity.name)).at(-1)!
    const attributes = [bare, ...this.accepted(`${entity.name}.${attribute.name}`)]
    const entities = [nameWords(entity.name), ...this.accepted(entity.name)]
    return best(
      nameWords(column),
      entities.flatMap(first => attributes.map(second => [...first, ...second])),
      [],
    )
  }
}

/** A name with some words in it put in place of others; unchanged where those do not stand there together. */
function replaced(words: NameWords, own: NameWords, accepted: NameWords): NameWords {
  const at = words.findIndex((_, i) => own.every((word, j) => words[i + j] === word))
  return at < 0 || own.length === 0
    ? words
    : [...words.slice(0, at), ...accepted, ...words.slice(at + own.length)]
}

function best(written: NameWords, own: readonly NameWords[], accepted: readonly NameWords[]): Likeness {
  let score = 0
  let reason: PairReason | null = null
  for (const name of own) {
    const isBare = isBareNumber(written) && isBareNumber(name)
    const likeness = isBare ? NAME.bareNumber : nameLikeness(written, name)
    if (likeness > score) {
      score = likeness
      reason = isBare ? 'bare-number' : sameOrLike(likeness)
    }
  }
  for (const name of accepted) {
    const likeness = nameLikeness(written, name) * NAME.inGlossary
    if (likeness > score) {
      score = likeness
      reason = likeness >= NAME.exactInGlossary ? 'glossary' : 'like-name'
    }
  }
  return { score, reason: score > 0 ? reason : null }
}

const sameOrLike = (likeness: number): PairReason => (likeness >= NAME.same ? 'same-name' : 'like-name')

/** The whole key of a table, called like it, for what identifies the entity: belts.belt for a belt's shade. */
function isKeyLikeTable(
  { identifier }: WorldEntity,
  { name }: WorldAttribute,
  table: Table,
  column: Column,
): boolean {
  return (
    identifier.length === 1 &&
    identifier[0] === name &&
    sameColumns(table.primaryKey?.columns ?? [], [column.name]) &&
    nameLikeness(nameWords(column.name), nameWords(table.name)) >= NAME.same
  )
}

function bestOf(likenesses: readonly Likeness[]): Likeness {
  return likenesses.reduce((a, b, i) => (b.score - (i > 0 ? NAME.otherReading : 0) > a.score ? b : a))
}

function withAndWithout(words: NameWords, prefix: NameWords): NameWords[] {
  const bare = withoutPrefix(words, prefix)
  return bare.length === words.length ? [words] : [words, bare]
}

const prefixes = new WeakMap<Table, NameWords>()

/**
 * The words of the table's name, and a first word that most of its own columns share (GDN_CODE, GDN_NAME).
 */
function columnPrefix(table: Table): NameWords {
  const known = prefixes.get(table)
  if (known) return known
  const own = table.columns.filter(
    column => !table.references.some(({ columns }) => columns.includes(column.name)),
  )
  const counts = new Map<string, number>()
  for (const column of own) {
    const [first, second] = nameWords(column.name)
    if (first !== undefined && second !== undefined) counts.set(first, (counts.get(first) ?? 0) + 1)
  }
  const shared = [...counts].filter(([, count]) => count >= 2 && count * 2 > own.length).map(([word]) => word)
  const prefix = [...nameWords(table.name), ...shared]
  prefixes.set(table, prefix)
  return prefix
}

/** Scores of entity (row) against table (column), 0 to 1. */
export type Scores = readonly (readonly number[])[]

/**
 * How well the facts of an entity are found among a table's columns: the mean of what is found and what of
 * the table is explained.
 */
function columnScoreOf(comparer: NameComparer, entity: WorldEntity, table: Table): number {
  const referring = new Set(table.references.flatMap(({ columns }) => columns.map(foldName)))
  const own = table.columns.filter(column => !referring.has(foldName(column.name)))
  const roles = table.references.length === 0 ? entity.roles : []
  const elements = entity.attributes.length + roles.length
  if (elements === 0) return NEITHER
  const best = (score: (column: Column) => number, least: number): number =>
    Math.max(0, ...table.columns.map(score).map(value => (value >= least ? value : 0)))
  const sum =
    entity.attributes.reduce(
      (total, attribute) =>
        total +
        best(column => comparer.attribute(entity, attribute, table, column).score, FACT_OF_TABLE.attribute),
      0,
    ) +
    roles.reduce(
      (total, role) =>
        total + best(column => comparer.role(entity, role, column.name).score, FACT_OF_TABLE.role),
      0,
    )
  return (sum / elements + sum / Math.max(own.length, elements)) / 2
}

/**
 * Entities against tables: by name and columns first, then twice more with what the references lead to and
 * come from.
 */
export function tableScores(world: World, schema: Schema, comparer: NameComparer): Scores {
  return comparer.remembered(schema, () => scoresOf(world, schema, comparer))
}

function scoresOf(world: World, schema: Schema, comparer: NameComparer): Scores {
  const names = world.entities.map(entity => schema.tables.map(table => comparer.entity(entity, table).score))
  const columns = world.entities.map(entity =>
    schema.tables.map(table => comparer.columnScore(entity, table)),
  )
  const evidence = world.entities.map(entity =>
    schema.tables.map(table => comparer.columnEvidence(entity, table)),
  )
  const arePairs = world.entities.map(entity =>
    schema.tables.map(table => holdsPairs(entity) && isOfPairs(table)),
  )
  let scores: number[][] = names.map((row, e) => row.map((name, t) => (name + columns[e]![t]!) / 2))
  for (let round = 0; round < 2; round++) {
    const references = referenceScores(world, schema, scores)
    scores = names.map((row, e) =>
      row.map((name, t) => {
        const leads = references[e]![t]!
        // What stands in a table of pairs is what it leads to.
        const stands = arePairs[e]![t]! ? TABLE.columns * leads : evidence[e]![t]!
        return TABLE.name * name + stands + TABLE.references * leads
      }),
    )
  }
  return scores
}

/** An entity that is nothing but what it joins. */
const holdsPairs = ({ attributes, roles }: WorldEntity): boolean =>
  attributes.length === 0 && roles.length > 1

function isOfPairs({ columns, references }: Table): boolean {
  return (
    references.length > 1 &&
    columns.every(
      ({ name, numbering }) =>
        numbering !== null ||
        references.some(reference => reference.columns.some(other => sameName(other, name))),
    )
  )
}

/** How well what an entity leads to, and what leads to it, is found among a table's references. */
export function referenceScores(world: World, schema: Schema, scores: Scores): number[][] {
  const entityAt = new Map(world.entities.map((entity, i) => [entity.name, i]))
  const tableAt = new Map(schema.tables.map((table, i) => [foldName(table.name), i]))
  const out = (e: number, t: number): [number, number] => {
    const targets = schema.tables[t]!.references.map(({ table }) => tableAt.get(foldName(table))).filter(
      i => i !== undefined,
    )
    return matched(
      world.entities[e]!.roles.map(({ target }) => targets.map(i => scores[entityAt.get(target)!]![i]!)),
      targets.length,
    )
  }
  const incoming = world.entities.map(({ name }) =>
    world.entities.flatMap((other, i) => other.roles.filter(({ target }) => target === name).map(() => i)),
  )
  const referring: number[][] = schema.tables.map(() => [])
  schema.tables.forEach((table, i) => {
    for (const reference of table.references) referring[tableAt.get(foldName(reference.table)) ?? -1]?.push(i)
  })
  return world.entities.map((_, e) =>
    schema.tables.map((__, t) => {
      const [foundOut, ofOut] = out(e, t)
      const [foundIn, ofIn] = matched(
        incoming[e]!.map(i => referring[t]!.map(j => scores[i]![j]!)),
        referring[t]!.length,
      )
      return ofOut + ofIn === 0 ? NEITHER : (foundOut + foundIn) / (ofOut + ofIn)
    }),
  )
}

function matched(rows: readonly (readonly number[])[], columns: number): [number, number] {
  const used = new Set<number>()
  let sum = 0
  for (const row of rows) {
    let best = -1
    row.forEach((score, i) => {
      if (!used.has(i) && score > (best < 0 ? FACT_OF_TABLE.neighbour : row[best]!)) best = i
    })
    if (best < 0) continue
    used.add(best)
    sum += row[best]!
  }
  return [sum, Math.max(rows.length, columns)]
}
