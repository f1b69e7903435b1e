import {
  Values,
  readDependencies,
  readParts,
  readSets,
  type AttributeSet,
  type Relation,
  type Universe,
  type WrittenDependency,
  type WrittenPart,
  type WrittenSet,
} from '../dependencies'
import type { Finding } from '../findings'
import { relationFrom, relationOf, samplesOf, type DependencyClaims, type RelationTask } from './task'

/** The task and what is claimed about it, both read. */
export interface ReadClaims {
  readonly task: RelationTask
  readonly claims: DependencyClaims
  readonly universe: Universe
  /** With the dependencies that hold. */
  readonly relation: Relation
  /** With the dependencies that are claimed: the given ones, where they are given. */
  readonly claimed: Relation
  readonly dependencies: readonly WrittenDependency[]
  readonly keys: readonly WrittenSet[]
  readonly prime: readonly WrittenSet[]
  readonly reasons: readonly WrittenDependency[]
  readonly parts: readonly WrittenPart[]
  readonly sets: readonly AttributeSet[]
  readonly closures: readonly (WrittenSet | undefined)[]
  readonly findings: readonly Finding[]
  readonly values: Values
}

/** Reads every field of the sheet; what cannot be read is a finding, and the rest counts. */
export function readClaims(
  task: RelationTask,
  claims: DependencyClaims,
  samples: Readonly<Record<string, readonly string[]>> = {},
): ReadClaims {
  const relation = relationOf(task)
  const { universe } = relation
  const dependencies = readDependencies(claims.dependencies, universe)
  const keys = readSets(claims.keys, universe, 'keys')
  const prime = readSets(claims.prime, universe, 'prime')
  const reasons = readDependencies(claims.reason, universe, 'reason')
  const parts = readParts(claims.split, universe)
  const closures = task.asks.closures.map((_, i) =>
    readSets(claims.closures[i] ?? '', universe, `closure ${i}`),
  )
  return {
    task,
    claims,
    universe,
    relation,
    claimed: task.isGiven ? relation : relationFrom(universe, claims.dependencies),
    dependencies: dependencies.items,
    keys: keys.items,
    prime: prime.items,
    reasons: reasons.items,
    parts: parts.items,
    sets: parts.items.map(({ names }) => universe.set(names)),
    closures: closures.map(({ items }) =>
      items.length > 0 ? { names: items.flatMap(({ names }) => names), place: items[0]!.place } : undefined,
    ),
    findings: [dependencies, keys, prime, reasons, parts, ...closures].flatMap(({ findings }) => findings),
    values: new Values(universe, samplesOf(task, samples)),
  }
}
