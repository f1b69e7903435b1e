import {
  Relation,
  Universe,
  decomposeToBcnf,
  lostDependencies,
  synthesis,
  type AttributeSet,
} from '../dependencies'
import { itemsOf } from './lists'
import { stemOf } from './numbered'
import { doesFix } from './questions'
import { rejoin, projectRows } from './split-rows'
import { columnAt, distinctRows, rowKey, type FlatTable } from './table'

export interface NamedDependency {
  readonly from: readonly string[]
  readonly to: readonly string[]
}

/** Several values of one fact: a list in a cell, or the same fact in numbered columns. */
export interface Repeating {
  /** All of them. */
  readonly columns: readonly string[]
  /** Facts that belong together by their number, product_1 with quantity_1: the columns of each. */
  readonly groups?: readonly (readonly string[])[]
  /** Null where the columns are numbered. */
  readonly separator: string | null
}

export interface ProposedPart {
  readonly name: string
  readonly columns: readonly string[]
  readonly keys: readonly (readonly string[])[]
  readonly rows: number
}

/** A repeating fact as a table of its own: one row for each value. */
export interface ProposedUnfolding extends Repeating {
  readonly part: ProposedPart
  /** Whether gathering its rows again gives every cell as it was, but for order and doubles. */
  readonly givesBack: boolean
}

export interface SplitProposal {
  readonly unfolded: readonly ProposedUnfolding[]
  readonly parts: readonly ProposedPart[]
  /** Dependencies that no part can check. */
  readonly lost: readonly NamedDependency[]
  /**
   * What joining the parts gives that was not there, and what is gone: nothing, where the dependencies hold
   * in the rows. Null where the join grew too large.
   */
  readonly spurious: number | null
  readonly missing: number
}

/**
 * A split by what is meant to hold: first each repeating fact gets a table of its own, keyed by what fixes it
 * and its value; the rest goes into Boyce-Codd normal form, or into third where the former would lose a
 * dependency. Whether the parts join to the same rows is tried on the rows.
 */
export function proposeSplit(
  table: FlatTable,
  dependencies: readonly NamedDependency[],
  repeating: readonly Repeating[] = [],
): SplitProposal {
  const folded = repeating.flatMap(({ columns }) => columns)
  const restColumns = table.columns.filter(name => !folded.includes(name))
  const relation = relationOver(restColumns, dependencies)
  const unfolded = repeating.map(fact => unfold(table, fact, restColumns, relation, dependencies))
  const parts = splitOf(relation).map(part => describe(table, relation, part))
  const rest = projectRows(table, restColumns)
  const { spurious, missing, complete } = rejoin(
    rest,
    parts.map(({ columns }) => projectRows(rest, columns)),
  )
  const lost = lostDependencies(
    relation.size,
    parts.map(({ columns }) => relation.universe.set(columns)),
    relation.cover,
  )
  const names = named([...parts, ...unfolded.map(({ part }) => part)])
  return {
    unfolded: unfolded.map((fact, i) => ({ ...fact, part: names[parts.length + i]! })),
    parts: names.slice(0, parts.length),
    lost: lost.map(({ from, to }) => ({
      from: relation.universe.list(from),
      to: relation.universe.list(to),
    })),
    spurious: complete ? spurious.length : null,
    missing: missing.length,
  }
}

/** The dependencies over some columns: those that speak of others are used as far as they reach. */
function relationOver(columns: readonly string[], dependencies: readonly NamedDependency[]): Relation {
  const universe = new Universe([...columns])
  const functional = dependencies
    .filter(({ from }) => from.every(name => columns.includes(name)))
    .map(({ from, to }) =>
      universe.dependency(
        from,
        to.filter(name => columns.includes(name)),
      ),
    )
    .filter(({ to }) => !to.isEmpty())
  return new Relation(universe, { functional, multivalued: [] })
}

function splitOf(relation: Relation): AttributeSet[] {
  if (relation.size === 0) return []
  const boyceCodd = decomposeToBcnf(relation.size, relation.cover, { limit: 20_000 })
  if (boyceCodd && relation.lostBy(boyceCodd).length === 0) return boyceCodd
  return synthesis(relation.size, relation.cover)
}

function describe(table: FlatTable, relation: Relation, part: AttributeSet): ProposedPart {
  const { universe } = relation
  const columns = universe.list(part)
  const keys = (relation.part(part)?.keys ?? []).map(key => universe.list(key))
  return { name: partName(keys[0] ?? columns), columns, keys, rows: projectRows(table, columns).rows.length }
}

function unfold(
  table: FlatTable,
  fact: Repeating,
  rest: readonly string[],
  relation: Relation,
  dependencies: readonly NamedDependency[],
): ProposedUnfolding {
  const by = determinantOf(table, fact, rest, relation, dependencies)
  const items = itemNames(table, fact)
  const at = by.map(name => columnAt(table, name))
  const rows = distinctRows(
    table.rows.flatMap(row => valuesOf(table, fact, row).map(values => [...at.map(c => row[c]!), ...values])),
  )
  const columns = [...by, ...items]
  // The first of what belongs together tells the rest, where it does so in all rows.
  const short = [...by, items[0]!]
  const keys = new Set(rows.map(row => rowKey(row.slice(0, short.length))))
  const part: ProposedPart = {
    name: partName(short),
    columns,
    keys: [keys.size === rows.length ? short : columns],
    rows: rows.length,
  }
  return { ...fact, part, givesBack: givesBack(table, fact, at, rows) }
}

/**
 * The smallest left side that is meant to fix the whole fact; where none is said, the column that fixes it in
 * most rows; else a key of the rest.
 */
function determinantOf(
  table: FlatTable,
  { columns }: Repeating,
  rest: readonly string[],
  relation: Relation,
  dependencies: readonly NamedDependency[],
): readonly string[] {
  const [smallest] = dependencies
    .filter(
      ({ from, to }) => columns.every(name => to.includes(name)) && from.every(name => rest.includes(name)),
    )
    .sort((a, b) => a.from.length - b.from.length)
  if (smallest) return smallest.from
  const fixing = rest
    .map(name => doesFix(table, [name], columns))
    .filter(({ holds, support }) => holds && support > 0)
    .sort((a, b) => b.support - a.support)[0]
  const [key] = relation.keys.keys
  return fixing?.from ?? (key ? relation.universe.list(key) : rest)
}

/** What the columns of a repeating fact become: one for each that belongs to the number. */
function itemNames(table: FlatTable, { columns, groups = [columns], separator }: Repeating): string[] {
  return separator === null ? groups.map(group => stemOf(group, table.columns)) : [columns[0]!]
}

/** The values of a repeating fact in a row, one by one; of facts that belong together, those of one number. */
export function valuesOf(
  table: FlatTable,
  { columns, groups = [columns], separator }: Repeating,
  row: readonly string[],
): string[][] {
  const cell = (name: string): string => row[columnAt(table, name)]!
  if (separator !== null) return itemsOf(cell(columns[0]!), separator).map(item => [item])
  return groups[0]!
    .map((_, number) => groups.map(group => cell(group[number]!)))
    .filter(values => values.some(value => value !== ''))
}

function givesBack(
  table: FlatTable,
  fact: Repeating,
  by: readonly number[],
  rows: readonly (readonly string[])[],
): boolean {
  const gathered = new Map<string, Set<string>>()
  for (const row of rows) {
    const key = rowKey(row.slice(0, by.length))
    gathered.set(key, (gathered.get(key) ?? new Set()).add(rowKey(row.slice(by.length))))
  }
  return table.rows.every(row => {
    const values = new Set(valuesOf(table, fact, row).map(rowKey))
    const found = gathered.get(rowKey(by.map(c => row[c]!))) ?? new Set()
    return values.size === found.size && [...values].every(value => found.has(value))
  })
}

/**
 * What a table with this key would be called: the key's names without what says that they are numbers or
 * names.
 */
export function partName(key: readonly string[]): string {
  const stems = key.map(
    name => name.replace(/_?(?:no|nr|number|code|id|name|key)$/i, '').replace(/_+$/, '') || name,
  )
  return [...new Set(stems)].slice(0, 3).join('_') || 'rest'
}

/** No two parts of the same name. */
function named(parts: readonly ProposedPart[]): ProposedPart[] {
  const taken = new Map<string, number>()
  return parts.map(part => {
    const count = (taken.get(part.name) ?? 0) + 1
    taken.set(part.name, count)
    return count === 1 ? part : { ...part, name: `${part.name}_${count}` }
  })
}
