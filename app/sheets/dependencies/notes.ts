import { ownFindings, readClaims, type DependencyClaims } from '@nomenklatura/core/claims'
import { isAboutWriting } from '@nomenklatura/core/findings'
import type { SheetNotes } from '../view'

/** How the claims are written. */
export const dependencyNotes: SheetNotes<DependencyClaims> = {
  live: ({ content, worksheet: { relation } }) => {
    if (!relation) return []
    const task = { ...relation, dependencies: relation.given ?? '', isGiven: relation.given !== null }
    const read = readClaims(task, content)
    return [...read.findings, ...ownFindings(read)].filter(isAboutWriting)
  },
}
