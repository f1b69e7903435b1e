import { ownFindings, readClaims, type DependencyClaims, type RelationTask } from '@nomenklatura/core/claims'
import { isAboutWriting } from '@nomenklatura/core/findings'
import type { StudentRelation } from '#shared/answers'
import type { SheetNotes } from '../view'

/** The task as a student knows it: without the dependencies that are to be found. */
export function taskOf(relation: StudentRelation): RelationTask {
  return { ...relation, dependencies: relation.given ?? '', isGiven: relation.given !== null }
}

/** How the claims are written. */
export const dependencyNotes: SheetNotes<DependencyClaims> = {
  live: ({ content, worksheet: { relation } }) => {
    if (!relation) return []
    const read = readClaims(taskOf(relation), content)
    return [...read.findings, ...ownFindings(read)].filter(isAboutWriting)
  },
}
