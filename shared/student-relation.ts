import type { RelationTask } from '@nomenklatura/core/claims'
import type { StudentRelation } from './answers'

/** The relation as students see it: without its dependencies, unless they are given. */
export const toStudentRelation = ({
  name,
  attributes,
  dependencies,
  isGiven,
  asks,
  isFresh,
}: RelationTask): StudentRelation => ({
  name,
  attributes,
  given: isGiven ? dependencies : null,
  asks,
  isFresh,
})
