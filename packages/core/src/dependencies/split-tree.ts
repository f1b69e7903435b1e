import type { AttributeSet } from './attribute-set'
import type { Dependency, Multivalued } from './universe'

/** A part of a relation, and what split it, if anything did. */
export interface SplitTree {
  readonly attributes: AttributeSet
  readonly by?: Dependency | Multivalued
  readonly parts?: readonly [SplitTree, SplitTree]
}

/** The leaves of a tree, left to right, without those that stand within another. */
export function leavesOf(tree: SplitTree): AttributeSet[] {
  const visit = ({ attributes, parts }: SplitTree): AttributeSet[] =>
    parts ? parts.flatMap(visit) : [attributes]
  const leaves = visit(tree)
  return leaves.filter(
    (leaf, i) => !leaves.some((other, j) => leaf.isSubsetOf(other) && (!leaf.equals(other) || j < i)),
  )
}
