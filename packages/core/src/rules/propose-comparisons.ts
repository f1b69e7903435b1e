import { findEntity, type World, type WorldEntity } from '../alignment'
import { findColumn, findTable, foldName, sameName, type Schema, type Table } from '../schema'
import {
  calculate,
  checksOnRow,
  dayText,
  decimalFrom,
  momentFrom,
  readExpression,
  type Comparison,
} from '../sql'
import type { Rule } from './rule'
import { nameInWords, one } from './sentences'

/** What a model's check says of two facts of one row, as rows at the border that it draws. */
export interface ComparedFacts {
  readonly sentence: string
  readonly names: readonly [string, string]
  readonly rule: Extract<Rule, { kind: 'givenRows' }>
}
type GivenRow = ComparedFacts['rule']['rows'][number]

/**
 * A rule for each check of the entity's table that compares two of its columns: a row on the wrong side of it that
 * must be refused, and one on the right side, as near to it as can be. Nothing where no such rows can be made: where
 * what a row refers to is known by more than facts of its own, or other checks speak against both.
 */
export function comparedFacts(world: World, model: Schema, entity: WorldEntity): readonly ComparedFacts[] {
  const table = findTable(model, entity.name)
  return (table?.checks ?? []).flatMap(({ expression }) => {
    const read = readExpression(expression)
    if (read.kind !== 'compare' || read.left.kind !== 'column' || read.right.kind !== 'column') return []
    const found = comparison(world, model, entity, read.operator, [read.left.name, read.right.name])
    return found ? [found] : []
  })
}

function comparison(
  world: World,
  model: Schema,
  entity: WorldEntity,
  operator: Comparison,
  columns: readonly [string, string],
): ComparedFacts | undefined {
  const table = findTable(model, entity.name)!
  const [first, second] = columns.map(column => memberOf(entity, column))
  const parents = parentRows(world, model, entity)
  if (!first || !second || !parents) return undefined
  const whole = (pair: readonly [string, string]): ReadonlyMap<string, string> =>
    new Map([...valuesOf(world, entity), [first, pair[0]], [second, pair[1]]])
  const judged = pairsAround(world, table, entity, columns).map(pair => {
    const row = new Map([
      ...[...whole(pair)].map(([member, value]) => [foldName(member), value] as const),
      ...columns.map((column, i) => [foldName(column), pair[i]!] as const),
    ])
    return { pair, outcome: checksOnRow(table, row).outcome }
  })
  const refused = judged.find(({ outcome }) => outcome === 'refuses')
  const accepted = judged.find(({ outcome }) => outcome === 'passes')
  if (!refused || !accepted) return undefined
  const own = ({ pair }: typeof refused, accept: boolean): GivenRow => ({
    entity: entity.name,
    accept,
    values: Object.fromEntries(whole(pair)),
  })
  return {
    sentence: `${one(entity.name)} ${wrongSide(operator, isInTime(table, columns[0]), first, second)} is refused.`,
    names: [first, second],
    rule: {
      kind: 'givenRows',
      entity: entity.name,
      rows: [...parents, own(refused, false), own(accepted, true)],
    },
  }
}

/** The fact or the role that a column stands for. */
function memberOf(entity: WorldEntity, column: string): string | undefined {
  const role = entity.roles.find(({ columns }) => columns.length === 1 && sameName(columns[0]!, column))
  return role?.name ?? entity.attributes.find(({ name }) => sameName(name, column))?.name
}

/**
 * Rows that those of an entity lead to, and what those lead to before them: two of each. Undefined where one is not
 * told apart by a single fact of its own, or checks of its table speak against it.
 */
function parentRows(
  world: World,
  model: Schema,
  { roles }: WorldEntity,
  path: readonly string[] = [],
): readonly GivenRow[] | undefined {
  const rows: GivenRow[] = []
  for (const target of new Set(roles.map(role => role.target))) {
    const entity = findEntity(world, target)
    if (!entity || path.includes(target) || sampleKeys(world, target).length === 0) return undefined
    const above = parentRows(world, model, entity, [...path, target])
    const own = sampleKeys(world, target).map((_, i) => rowOf(world, model, entity, i))
    if (!above || own.includes(undefined)) return undefined
    rows.push(...above, ...own.flatMap(row => row ?? []))
  }
  return withoutTwins(rows)
}

const withoutTwins = (rows: readonly GivenRow[]): GivenRow[] => [
  ...new Map(rows.map(row => [JSON.stringify(row), row])).values(),
]

function rowOf(world: World, model: Schema, entity: WorldEntity, at: number): GivenRow | undefined {
  const table = findTable(model, entity.name)
  const values = valuesOf(world, entity, at)
  const row = new Map(
    values.flatMap(([member, value]) =>
      columnsOf(entity, member).map(column => [foldName(column), value] as const),
    ),
  )
  if (!table || checksOnRow(table, row).outcome === 'refuses') return undefined
  return { entity: entity.name, accept: true, values: Object.fromEntries(values) }
}

const columnsOf = ({ roles }: WorldEntity, member: string): readonly string[] =>
  roles.find(({ name }) => name === member)?.columns ?? [member]

/** Up to two samples of the one fact that tells an entity apart; none where it is told apart otherwise. */
function sampleKeys(world: World, name: string): readonly string[] {
  const entity = findEntity(world, name)
  if (entity?.identifier.length !== 1) return []
  return entity.attributes.find(fact => fact.name === entity.identifier[0])?.samples.slice(0, 2) ?? []
}

/**
 * What the exercise has as samples of an entity's facts, and of what it leads to: of several roles that lead to the
 * same, each another one.
 */
function valuesOf(world: World, { attributes, roles }: WorldEntity, at = 0): [string, string][] {
  const facts = attributes.flatMap(({ name, samples }): [string, string][] =>
    samples.length > 0 ? [[name, samples[at % samples.length]!]] : [],
  )
  const led = roles.flatMap(({ name, target }): [string, string][] => {
    const keys = sampleKeys(world, target)
    const twins = roles.filter(role => role.target === target)
    const turn = twins.findIndex(role => role.name === name)
    return keys.length > 0 ? [[name, keys[turn % keys.length]!]] : []
  })
  return [...facts, ...led]
}

/** Pairs of values at the border: the same twice, then neighbours, either way round. */
function pairsAround(
  world: World,
  table: Table,
  entity: WorldEntity,
  columns: readonly [string, string],
): readonly (readonly [string, string])[] {
  const [base, next] = neighbours(world, table, entity, columns)
  if (base === undefined) return []
  const same = [base, base] as const
  return next === undefined ? [same] : [same, [base, next], [next, base]]
}

/** A value that either column may have, and the one after it. */
function neighbours(
  world: World,
  table: Table,
  entity: WorldEntity,
  columns: readonly [string, string],
): readonly (string | undefined)[] {
  const column = findColumn(table, columns[0])
  const samples = columns.flatMap(name => samplesOfColumn(world, entity, name))
  const [first] = samples
  switch (column?.type.family) {
    case 'date':
      return dayAfter(first ?? '2025-05-04')
    case 'timestamp':
      return [
        `${(first ?? '2025-05-04').slice(0, 10)} 09:00`,
        `${(first ?? '2025-05-04').slice(0, 10)} 09:01`,
      ]
    case 'integer':
    case 'decimal':
    case 'float':
      return numberAfter(first ?? '5', column.type.scale ?? 0)
    default:
      return [
        first,
        samples
          .filter(value => value !== first)
          .toSorted()
          .find(value => value > (first ?? '')),
      ]
  }
}

function samplesOfColumn(world: World, entity: WorldEntity, column: string): readonly string[] {
  const role = entity.roles.find(({ columns }) => columns.length === 1 && sameName(columns[0]!, column))
  if (role) return sampleKeys(world, role.target)
  return entity.attributes.find(({ name }) => sameName(name, column))?.samples ?? []
}

function dayAfter(day: string): readonly string[] {
  const moment = momentFrom(day)
  return moment === undefined ? [] : [day, dayText(moment + 1)]
}

/** The next number that a column of so many decimals can hold. */
function numberAfter(text: string, scale: number): readonly string[] {
  const number = decimalFrom(text)
  if (!number) return []
  const next = calculate('+', number, { digits: 1n, scale })
  const digits = next.digits.toString().padStart(next.scale + 1, '0')
  return [text, next.scale === 0 ? digits : `${digits.slice(0, -next.scale)}.${digits.slice(-next.scale)}`]
}

const isInTime = (table: Table, column: string): boolean =>
  ['date', 'time', 'timestamp'].includes(findColumn(table, column)?.type.family ?? '')

/** How a row is that a comparison speaks against. */
function wrongSide(operator: Comparison, isTime: boolean, first: string, second: string): string {
  const [a, b] = [nameInWords(first), nameInWords(second)]
  const [less, more] = isTime ? ['before', 'after'] : ['below', 'above']
  switch (operator) {
    case '=':
      return `whose ${a} and ${b} differ`
    case '<>':
      return `whose ${a} and ${b} are the same`
    case '<':
      return `whose ${a} is not ${less} its ${b}`
    case '<=':
      return `whose ${a} is ${more} its ${b}`
    case '>':
      return `whose ${a} is not ${more} its ${b}`
    case '>=':
      return `whose ${a} is ${less} its ${b}`
  }
}
