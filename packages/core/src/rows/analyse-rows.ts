import { Universe, minimalCover } from '../dependencies'
import { discover, type DiscoveryOptions, type FoundDependency } from './discover'
import { Looks } from './looks'
import { nearlyHolding } from './nearly'
import { numberIn, numberedColumns } from './numbered'
import { profile, type ColumnProfile } from './profile'
import { proposeSplit, type NamedDependency, type Repeating, type SplitProposal } from './propose-split'
import { surrogateIn, type Surrogate } from './questions'
import type { FlatTable } from './table'

/**
 * What a dependency that holds looks like: meant, or held by so few rows that the next one may break it, or
 * only because its left side is a key.
 */
export type Look = 'meant' | 'accidental' | 'of a key'

export interface HoldingDependency {
  readonly from: readonly string[]
  readonly to: string
  readonly support: number
  readonly look: Look
}

export interface NearlyHolding {
  readonly from: readonly string[]
  readonly to: string
  readonly error: number
  /** Positions of the rows that speak against it. */
  readonly rows: readonly number[]
}

/** What was found in a table: everything but its profile. */
export interface FoundInRows {
  readonly keys: readonly (readonly string[])[]
  readonly dependencies: readonly HoldingDependency[]
  readonly nearly: readonly NearlyHolding[]
  readonly duplicates: number
  /** Set where only a running number makes rows unique that say the same. */
  readonly surrogate: Surrogate | null
  /** False where the search was cut short: what is named holds. */
  readonly complete: boolean
}

/** Everything about a flat table. */
export interface RowsAnswer extends FoundInRows {
  readonly rows: number
  readonly columns: readonly ColumnProfile[]
  readonly repeating: readonly Repeating[]
  readonly proposal: SplitProposal
}

export interface RowsOptions extends DiscoveryOptions {
  /** The share of rows that may speak against a dependency that nearly holds. @defaultValue 0.05 */
  readonly error?: number
}

/** Profile, keys, dependencies and a split by those that look meant. Time: see `discover`. */
export function analyseRows(table: FlatTable, options: RowsOptions = {}): RowsAnswer {
  const columns = profile(table)
  const found = findInRows(table, options)
  const repeating = repeatingFacts(table.columns, columns)
  return {
    rows: table.rows.length,
    columns,
    repeating,
    ...found,
    proposal: proposeSplit(table, meantDependencies(found, repeating), repeating),
  }
}

export function findInRows(table: FlatTable, options: RowsOptions = {}): FoundInRows {
  const { dependencies, keys, duplicates, complete } = discover(table, options)
  const names = (positions: readonly number[]): string[] => positions.map(at => table.columns[at]!)
  const looks = new Looks(table)
  const best = looks.bestKey(keys)
  const nearly = nearlyHolding(table, dependencies, { error: options.error ?? 0.05 })
  return {
    keys: (best ? [best, ...keys.filter(key => key !== best)] : keys).map(names),
    duplicates,
    complete,
    surrogate: surrogateIn(table),
    dependencies: dependencies.map(found => ({
      from: names(found.from),
      to: table.columns[found.to]!,
      support: found.support,
      look: lookOf(found, looks, best),
    })),
    nearly: nearly.map(({ from, to, error, rows }) => ({
      from: names(from),
      to: table.columns[to]!,
      error,
      rows,
    })),
  }
}

function lookOf(
  { from, to, support }: FoundDependency,
  looks: Looks,
  key: readonly number[] | undefined,
): Look {
  const isKey = key !== undefined && from.length === key.length && from.every(at => key.includes(at))
  if (isKey || looks.isMeant(from, to, support)) return 'meant'
  return support === 0 ? 'of a key' : 'accidental'
}

/** Facts that are counted by the same numbers belong together: product_1 with quantity_1. */
function byNumber(groups: readonly string[][]): Repeating[] {
  const numbersOf = (group: readonly string[]): string => group.map(numberIn).join()
  const alike = new Map<string, string[][]>()
  for (const group of groups) alike.set(numbersOf(group), [...(alike.get(numbersOf(group)) ?? []), group])
  return [...alike.values()].map(together => ({
    columns: together.flat(),
    separator: null,
    ...(together.length > 1 ? { groups: together } : {}),
  }))
}

export function repeatingFacts(
  names: readonly string[],
  columns: readonly Pick<ColumnProfile, 'name' | 'list'>[],
): Repeating[] {
  return [
    ...byNumber(numberedColumns(names)),
    ...columns.flatMap(({ name, list }) => (list ? [{ columns: [name], separator: list.separator }] : [])),
  ]
}

/**
 * What a split is proposed by: the dependencies that look meant, without repeating facts on the left, and
 * what the smallest key fixes; as a minimal cover, since what follows need not be said. One for each left
 * side.
 */
export function meantDependencies(
  { dependencies, keys }: Pick<FoundInRows, 'dependencies' | 'keys'>,
  repeating: readonly Repeating[],
): NamedDependency[] {
  const folded = new Set(repeating.flatMap(({ columns }) => columns))
  const isPlain = (from: readonly string[]): boolean => from.every(name => !folded.has(name))
  const key = keys.find(isPlain)
  const isOfKey = (from: readonly string[]): boolean =>
    key !== undefined && from.length === key.length && from.every(name => key.includes(name))
  const chosen = dependencies.filter(({ from, look }) => isPlain(from) && (look === 'meant' || isOfKey(from)))
  const universe = new Universe([...new Set(chosen.flatMap(({ from, to }) => [...from, to]))])
  const { cover } = minimalCover(
    universe.size,
    chosen.map(({ from, to }) => universe.dependency(from, [to])),
  )
  const byLeft = new Map<string, { from: readonly string[]; to: string[] }>()
  for (const { from, to } of cover)
    byLeft.set(from.key, {
      from: universe.list(from),
      to: [...(byLeft.get(from.key)?.to ?? []), ...universe.list(to)],
    })
  return [...byLeft.values()]
}
