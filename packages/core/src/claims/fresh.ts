import { closureWithSteps, type RelationForm } from '../dependencies'
import { randomFrom, shuffled } from './seeded'
import { relationOf, type RelationTask } from './task'

/** Names from the seed vault's world, none of which says what it might depend on. */
const POOL = [
  'accession',
  'altitude',
  'bay',
  'box',
  'chart',
  'cooler',
  'crate',
  'depth',
  'dispatch',
  'drawer',
  'family',
  'field_book',
  'form_no',
  'garden',
  'genus',
  'grant',
  'grid_ref',
  'habitat',
  'hall',
  'humidity',
  'invoice',
  'island',
  'keeper',
  'label',
  'landing',
  'lamp',
  'ledger',
  'lot',
  'map',
  'moisture',
  'packet',
  'permit',
  'plot',
  'probe',
  'quarter',
  'rack',
  'region',
  'round',
  'rota',
  'sample',
  'scale',
  'season',
  'sensor',
  'shelf',
  'shift',
  'site',
  'soil',
  'source',
  'stamp',
  'station',
  'storm',
  'tariff',
  'taxon',
  'team',
  'tide',
  'tray',
  'trial',
  'trip',
  'valley',
  'viability',
  'visit',
  'voucher',
  'warden',
  'weight',
] as const

export interface Fresh {
  readonly task: RelationTask
  /** The task's own name of each attribute, by the name it has here. */
  readonly renamed: ReadonlyMap<string, string>
}

/**
 * The same task under other names and in another order: the dependencies have the same shape, so keys, forms
 * and the length of every derivation are the same, and the answers of two students cannot be copied. The same
 * seed gives the same task.
 */
export function freshTask(task: RelationTask, seed: string): Fresh {
  const random = randomFrom(seed)
  const names = shuffled(POOL, random).slice(0, task.attributes.length)
  const renamed = new Map(task.attributes.map((name, i) => [name, names[i]!]))
  const of = (list: readonly string[]): string[] =>
    shuffled(
      list.map(name => renamed.get(name) ?? name),
      random,
    )
  const { universe, constraints } = relationOf(task)
  const written = [...constraints.functional, ...constraints.multivalued].map(
    dependency =>
      `${of(universe.list(dependency.from)).join(', ')} ${'multi' in dependency ? '->>' : '->'} ${of(universe.list(dependency.to)).join(', ')}`,
  )
  return {
    renamed,
    task: {
      ...task,
      attributes: of(task.attributes),
      dependencies: shuffled(written, random).join('\n'),
      ...(task.nonAtomic ? { nonAtomic: of(task.nonAtomic) } : {}),
      asks: { ...task.asks, closures: task.asks.closures.map(of) },
    },
  }
}

/** How hard a task is, in words that can be counted. */
export interface Difficulty {
  /** Undefined where a limit stopped the search. */
  readonly keys: number | undefined
  readonly form: RelationForm | undefined
  /** The most dependencies that have to be used one after another to show that a key fixes everything. */
  readonly longestDerivation: number
}

export function difficultyOf(task: RelationTask): Difficulty {
  const relation = relationOf(task)
  const { keys, complete } = relation.keys
  const longest = keys
    .slice(0, 100)
    .map(key => closureWithSteps(relation.size, key, relation.known).steps.length)
  return {
    keys: complete ? keys.length : undefined,
    form: relation.form,
    longestDerivation: Math.max(0, ...longest),
  }
}
