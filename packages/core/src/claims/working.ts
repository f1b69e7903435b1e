import { joinExhibits, repeatedExhibit } from '../dependencies'
import {
  bcnfTree,
  braces,
  decomposeToFourthForm,
  dependencyInWords,
  formInWords,
  leavesOf,
  minimalCover,
  partInText,
  splitInPairs,
  synthesis,
  violationInWords,
  type AttributeSet,
  type CoverStep,
  type FormViolation,
  type Relation,
  type SplitTree,
} from '../dependencies'
import type { Exhibit } from '../findings'
import { listInWords } from '../language'
import type { RuleEntry } from '../rules'
import { difficultyOf, type Difficulty } from './fresh'
import { titleOf } from './judge-split'
import { proposeClaimRules } from './propose'
import { readClaims } from './read'
import { NO_CLAIMS, relationOf, type RelationTask } from './task'

/**
 * Everything that follows from a relation, in words and names: what the sheet shows live where help is given.
 * A part that a limit stopped is null.
 */
export interface Working {
  readonly keys: readonly (readonly string[])[]
  readonly keysComplete: boolean
  readonly prime: readonly string[] | null
  readonly cover: readonly string[]
  readonly coverLog: readonly string[]
  readonly form: string | null
  readonly violations: readonly { readonly sentence: string; readonly exhibit: Exhibit | null }[]
  /** Splits as they would be written on the sheet. */
  readonly synthesis: string
  readonly bcnf: { readonly text: string; readonly tree: SplitNode | null; readonly lost: readonly string[] }
  readonly split: SplitJudgement | null
  readonly difficulty: Difficulty
  /** The rule sheet that would be proposed; none before there is a dependency. */
  readonly rules: readonly RuleEntry[]
}

/** A relation of a split with what split it, if anything did. */
export interface SplitNode {
  readonly names: readonly string[]
  readonly by: string | null
  readonly parts: readonly SplitNode[]
}

export interface SplitJudgement {
  readonly parts: readonly {
    readonly title: string
    readonly names: readonly string[]
    readonly keys: readonly (readonly string[])[] | null
    readonly form: string | null
    readonly why: string | null
  }[]
  readonly lossless: boolean | null
  readonly join: readonly Exhibit[]
  readonly lost: readonly string[]
}

/**
 * Works out everything about a relation, and the rule sheet that follows. `onStep` is told of each step of
 * the search for keys: the part that can be long.
 */
export function workingOf(task: RelationTask, split: string, onStep: () => void = () => {}): Working {
  const relation = relationOf(task, onStep)
  const { universe, size, keys, prime, form, known } = relation
  const { cover, log } = minimalCover(size, known)
  const read = readClaims(task, { ...NO_CLAIMS, split })
  return {
    keys: keys.keys.map(key => universe.list(key)),
    keysComplete: keys.complete,
    prime: prime ? universe.list(prime) : null,
    cover: cover.map(dependency => dependencyInWords(universe, dependency)),
    coverLog: log.map(step => stepInWords(relation, step)),
    form: form ?? null,
    violations: together(relation.violations).map(violation => ({
      sentence: violationInWords(universe, violation),
      exhibit: repeatedExhibit(relation, violation.dependency, read.values) ?? null,
    })),
    synthesis: writeParts(relation, synthesis(size, known)),
    bcnf: byViolations(relation),
    split: read.parts.length > 0 ? judgeParts(read) : null,
    difficulty: difficultyOf(task),
    rules: task.dependencies.trim() === '' ? [] : proposeClaimRules(task),
  }
}

/** Violations of one form by the same left side as one. */
function together(violations: readonly FormViolation[]): FormViolation[] {
  const groups = new Map<string, FormViolation>()
  for (const violation of violations) {
    const key = `${violation.form} ${violation.dependency.from.key}`
    const known = groups.get(key)
    groups.set(
      key,
      known
        ? {
            ...known,
            dependency: { ...known.dependency, to: known.dependency.to.union(violation.dependency.to) },
          }
        : violation,
    )
  }
  return [...groups.values()]
}

function stepInWords({ universe, known }: Relation, { kind, dependency, attribute }: CoverStep): string {
  const written = dependencyInWords(universe, known[dependency]!)
  const name = universe.names[attribute]!
  switch (kind) {
    case 'trivial':
      return `${name} goes from the right of ${written}: it stands on the left.`
    case 'superfluous-attribute':
      return `${name} goes from the left of ${written}: the rest determines the right side as well.`
    case 'redundant':
      return `${name} goes from the right of ${written}: the other dependencies give it.`
  }
}

/** Parts as they are written on the sheet, each with the first of its keys. */
function writeParts(relation: Relation, parts: readonly AttributeSet[]): string {
  const { universe } = relation
  return parts
    .map(part =>
      partInText({
        title: '',
        names: universe.list(part),
        keys: (relation.part(part)?.keys ?? []).slice(0, 1).map(key => ({ names: universe.list(key) })),
      }),
    )
    .join('\n')
}

function byViolations(relation: Relation): Working['bcnf'] {
  const { size, constraints, universe, known, hasMultivalued } = relation
  const tree = hasMultivalued
    ? decomposeToFourthForm(size, constraints, { limit: 500 })
    : bcnfTree(size, known, { limit: 2000 })
  const parts = tree ? leavesOf(tree) : splitInPairs(size, known)
  return {
    text: writeParts(relation, parts),
    tree: tree ? toNode(relation, tree) : null,
    lost: relation.lostBy(parts).map(dependency => dependencyInWords(universe, dependency)),
  }
}

function toNode(relation: Relation, { attributes, by, parts }: SplitTree): SplitNode {
  return {
    names: relation.universe.list(attributes),
    by: by ? dependencyInWords(relation.universe, by) : null,
    parts: (parts ?? []).map(part => toNode(relation, part)),
  }
}

function judgeParts({
  relation,
  universe,
  parts,
  sets,
  values,
}: ReturnType<typeof readClaims>): SplitJudgement {
  const { lossless, exhibits } = joinExhibits(relation, sets, parts.map(titleOf), values)
  return {
    lossless: lossless ?? null,
    join: exhibits,
    lost: relation.lostBy(sets).map(dependency => dependencyInWords(universe, dependency)),
    parts: parts.map((part, i) => {
      const found = relation.part(sets[i]!)
      const violation = found?.violation
      const inForm = found
        ? `Whatever determines something in it is a key: ${listInWords(found.keys.map(key => braces(universe.list(key))))}.`
        : null
      return {
        title: part.title,
        names: part.names,
        keys: found ? found.keys.map(key => universe.list(key)) : null,
        form: found?.form ?? null,
        why: violation
          ? `${dependencyInWords(universe, violation)} holds in it, and ${braces(universe.list(violation.from))} is no key of it: only ${formInWords(found.form!)}.`
          : inForm,
      }
    }),
  }
}
