import { bcnfTree, decomposeToFourthForm, keysOneByOne, leavesOf, lostDependencies, minimalCover, splitInPairs, synthesis, type AttributeSet, type CoverStep, type FormViolation, type Relation, type SplitTree } from '../dependencies'
import type { Exhibit } from './exhibit'
import { joinExhibits, repeatedExhibit } from './exhibits'
import { formInWords, violationInWords } from './judge-form'
import { titleOf } from './judge-split'
import { readClaims } from './judge'
import { NO_CLAIMS, type RelationTask } from './task'
import { braces, dependencyInWords, list } from './words'

/** Everything that follows from a relation, in words and names: what the sheet shows live where help is given. A part that a limit stopped is null. */
export interface Working {
  readonly keys: readonly (readonly string[])[]
  readonly keysComplete: boolean
  readonly prime: readonly string[] | null
  readonly cover: readonly string[]
  readonly coverLog: readonly string[]
  readonly form: string | null
  readonly violations: readonly { readonly sentence: string, readonly exhibit: Exhibit | null }[]
  /** Splits as they would be written on the sheet. */
  readonly synthesis: string
  readonly bcnf: { readonly text: string, readonly tree: SplitNode | null, readonly lost: readonly string[] }
  readonly split: SplitJudgement | null
}

/** A relation of a split with what split it, if anything did. */
export interface SplitNode {
  readonly names: readonly string[]
  readonly by: string | null
  readonly parts: readonly SplitNode[]
}

export interface SplitJudgement {
  readonly parts: readonly { readonly title: string, readonly names: readonly string[], readonly keys: readonly (readonly string[])[] | null, readonly form: string | null, readonly why: string | null }[]
  readonly lossless: boolean | null
  readonly join: readonly Exhibit[]
  readonly lost: readonly string[]
}

/** Told how many keys were found so far; answers whether to stop. */
export type KeyProgress = (found: number) => boolean

/**
 * Works out everything about a relation. `onKey` is told of each key as it is found and may stop the search: what rests on all keys is then null.
 */
export function workingOf(task: Pick<RelationTask, 'name' | 'attributes' | 'dependencies' | 'nonAtomic'>, split: string, onKey: KeyProgress = () => false): Working {
  const read = readClaims({ ...task, isGiven: true, isFresh: false, asks: { keys: true, prime: true, form: true, split: null, closures: [] } }, { ...NO_CLAIMS, split })
  const { relation, universe, values } = read
  const functional = relation.functional ?? relation.constraints.functional
  const { cover, log } = minimalCover(relation.size, functional)
  let found = 0
  const stopped = [...keysUntil(relation, () => onKey(++found))].length < found
  const { keys, complete } = stopped ? { keys: [], complete: false } : relation.keys
  return {
    keys: keys.map(key => universe.list(key)), keysComplete: complete, prime: relation.prime ? universe.list(relation.prime) : null,
    cover: cover.map(dependency => dependencyInWords(universe, dependency)), coverLog: log.map(step => stepInWords(relation, functional, step)),
    form: stopped ? null : relation.form ?? null,
    violations: stopped ? [] : together(relation.violations).map(violation => ({ sentence: violationInWords(read, violation), exhibit: repeatedExhibit(relation, violation.dependency, values) ?? null })),
    synthesis: writeParts(relation, synthesis(relation.size, functional)), bcnf: byViolations(relation), split: read.parts.length > 0 ? judgeParts(read) : null,
  }
}

/** Violations of one form by the same left side as one. */
function together(violations: readonly FormViolation[]): FormViolation[] {
  const groups = new Map<string, FormViolation>()
  for (const violation of violations) {
    const key = `${violation.form} ${violation.dependency.from.key}`
    const known = groups.get(key)
    groups.set(key, known ? { ...known, dependency: { ...known.dependency, to: known.dependency.to.union(violation.dependency.to) } } : violation)
  }
  return [...groups.values()]
}

function* keysUntil(relation: Relation, stop: () => boolean): Generator<AttributeSet> {
  if (!relation.functional) return
  for (const key of keysOneByOne(relation.size, relation.functional, { limit: 50_000 })) {
    if (stop()) return
    yield key
  }
}

function stepInWords({ universe }: Relation, dependencies: Relation['constraints']['functional'], { kind, dependency, attribute }: CoverStep): string {
  const written = dependencyInWords(universe, dependencies[dependency]!)
  const name = universe.names[attribute]!
  switch (kind) {
    case 'trivial': return `${name} goes from the right of ${written}: it stands on the left.`
    case 'superfluous-attribute': return `${name} goes from the left of ${written}: the rest fixes the right side as well.`
    case 'redundant': return `${name} goes from the right of ${written}: the other dependencies give it.`
  }
}

/** Parts as they are written on the sheet, each with the first of its keys. */
export function writeParts(relation: Relation, parts: readonly AttributeSet[]): string {
  return parts.map((part) => {
    const key = relation.part(part)?.keys[0]
    return `${relation.universe.list(part).join(', ')}${key && !key.isEmpty() ? ` key ${relation.universe.list(key).join(', ')}` : ''}`
  }).join('\n')
}

function byViolations(relation: Relation): Working['bcnf'] {
  const { size, constraints, universe } = relation
  const functional = relation.functional ?? constraints.functional
  const tree = constraints.multivalued.length > 0 ? decomposeToFourthForm(size, constraints, { limit: 500 }) : bcnfTree(size, functional, { limit: 2000 })
  const parts = tree ? leavesOf(tree) : splitInPairs(size, functional)
  return { text: writeParts(relation, parts), tree: tree ? toNode(relation, tree) : null, lost: lostDependencies(size, parts, minimalCover(size, functional).cover).map(dependency => dependencyInWords(universe, dependency)) }
}

function toNode(relation: Relation, { attributes, by, parts }: SplitTree): SplitNode {
  return { names: relation.universe.list(attributes), by: by ? dependencyInWords(relation.universe, by) : null, parts: (parts ?? []).map(part => toNode(relation, part)) }
}

function judgeParts({ relation, universe, parts, sets, values }: ReturnType<typeof readClaims>): SplitJudgement {
  const { lossless, exhibits } = joinExhibits(relation, sets, parts.map(titleOf), values)
  const functional = relation.functional ?? relation.constraints.functional
  const lost = lostDependencies(relation.size, sets, minimalCover(relation.size, functional).cover)
  return {
    lossless: lossless ?? null, join: exhibits, lost: lost.map(dependency => dependencyInWords(universe, dependency)),
    parts: parts.map((part, i) => {
      const found = relation.part(sets[i]!)
      const violation = found?.violation
      return {
        title: part.title, names: part.names, keys: found ? found.keys.map(key => universe.list(key)) : null, form: found?.form ?? null,
        why: violation ? `${dependencyInWords(universe, violation)} holds in it, and ${braces(universe.list(violation.from))} is no key of it: only ${formInWords(found.form!)}.` : found ? `Whatever fixes something in it is a key: ${list(found.keys.map(key => braces(universe.list(key))))}.` : null,
      }
    }),
  }
}
