import type { Universe, AttributeSet, Relation, WrittenDependency, WrittenPart, WrittenSet } from '../dependencies'
import { lostDependencies, minimalCover, readDependencies, readParts, readSets } from '../dependencies'
import type { Finding, Span } from '../findings'
import type { ClaimQuestion, Doubt, Verdict, Witness } from '../rules'
import { closureVerdict, formVerdict, primeVerdict, reasonVerdict } from './judge-form'
import { dependencyVerdict, surplusVerdict } from './judge-dependencies'
import { keyVerdict, otherKeysVerdict } from './judge-keys'
import { keysOfPartsVerdict, losslessVerdict, partsInFormVerdict, preservingVerdict, tooManyVerdict } from './judge-split'
import type { Exhibit } from './exhibit'
import { relationFrom, relationOf, type DependencyClaims, type RelationTask } from './task'
import { Values } from './values'
import { say } from './verdicts'
import { list } from './words'

/** What one question about the claims comes to, with all that shows it. */
export interface ClaimVerdict {
  readonly verdict: Verdict
  readonly because: readonly ClaimReason[]
  readonly witness: Witness | null
  readonly exhibits: readonly Exhibit[]
  readonly doubt?: Doubt
}

export interface ClaimReason {
  readonly sentence: string
  /** What is said instead while the answer is not to be given away; empty says nothing. */
  readonly hint?: string
  readonly place: (Span & { readonly field: string }) | null
}

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
export function readClaims(task: RelationTask, claims: DependencyClaims, samples: Readonly<Record<string, readonly string[]>> = {}): ReadClaims {
  const relation = relationOf(task)
  const { universe } = relation
  const dependencies = readDependencies(claims.dependencies, universe)
  const keys = readSets(claims.keys, universe, 'keys')
  const prime = readSets(claims.prime, universe, 'prime')
  const reasons = readDependencies(claims.reason, universe, 'reason')
  const parts = readParts(claims.split, universe)
  const closures = task.asks.closures.map((_, i) => readSets(claims.closures[i] ?? '', universe, `closure ${i}`))
  const own = Object.fromEntries(task.attributes.map(name => [name, samples[`${task.name}.${name}`] ?? []]))
  return {
    task, claims, universe, relation, claimed: task.isGiven ? relation : relationFrom(universe, claims.dependencies),
    dependencies: dependencies.items, keys: keys.items, prime: prime.items, reasons: reasons.items, parts: parts.items, sets: parts.items.map(({ names }) => universe.set(names)),
    closures: closures.map(({ items }) => items.length > 0 ? { names: items.flatMap(({ names }) => names), place: items[0]!.place } : undefined),
    findings: [dependencies, keys, prime, reasons, parts, ...closures].flatMap(({ findings }) => findings), values: new Values(universe, own),
  }
}

/**
 * Asks one question of what is claimed, by meaning: equivalent dependencies, keys in any order and any correct split are equal. Deterministic; where a
 * limit of steps stops what the answer rests on, it cannot be told.
 */
export function judgeClaim(read: ReadClaims, question: ClaimQuestion): ClaimVerdict {
  const unknown = unknownNames(read.task, question)
  if (unknown.length > 0) return { ...say('cannot tell', [`${list(unknown)} is no attribute of the relation any more.`]), doubt: 'outside' }
  switch (question.ask) {
    case 'dependency': return dependencyVerdict(read, question)
    case 'nothing more': return surplusVerdict(read)
    case 'key': return keyVerdict(read, question.of)
    case 'no other key': return otherKeysVerdict(read)
    case 'prime': return primeVerdict(read)
    case 'form': return formVerdict(read)
    case 'reason': return reasonVerdict(read)
    case 'closure': return closureVerdict(read, question.of)
    case 'lossless': return losslessVerdict(read)
    case 'preserving': return preservingVerdict(read)
    case 'parts in form': return partsInFormVerdict(read, question.form)
    case 'no part too many': return tooManyVerdict(read, question.form)
    case 'keys of parts': return keysOfPartsVerdict(read)
  }
}

/** The fields of the sheet that a question looks at. */
export function fieldsOf({ asks }: Pick<RelationTask, 'asks'>, question: ClaimQuestion): string[] {
  switch (question.ask) {
    case 'dependency': case 'nothing more': return ['dependencies']
    case 'key': case 'no other key': return ['keys']
    case 'prime': return ['prime']
    case 'form': case 'reason': return ['form', 'reason']
    case 'closure': return [`closure ${asks.closures.findIndex(of => of.length === question.of.length && of.every(name => question.of.includes(name)))}`]
    default: return ['split']
  }
}

/** Attributes that a question names and the relation does not have. */
export function unknownNames({ attributes }: Pick<RelationTask, 'attributes'>, question: ClaimQuestion): string[] {
  const named = question.ask === 'dependency' ? [...question.from, ...question.to] : question.ask === 'key' || question.ask === 'closure' ? question.of : []
  return [...new Set(named)].filter(name => !attributes.includes(name))
}

/** The dependencies of the relation that a split can no longer check. */
export function lostBy({ relation }: ReadClaims, sets: readonly AttributeSet[]): ReturnType<typeof lostDependencies> {
  const functional = relation.functional ?? relation.constraints.functional
  return lostDependencies(relation.size, sets, minimalCover(relation.size, functional).cover)
}
