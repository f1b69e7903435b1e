import type { DependencyClaims } from '@nomenklatura/core/claims'
import type { SheetView } from '../view'
import EvidenceDependencies from './EvidenceDependencies.vue'
import HandedInDependencies from './HandedInDependencies.vue'
import SetDependencies from './SetDependencies.vue'
import WorkDependencies from './WorkDependencies.vue'
import { dependencyNotes } from './notes'

export const dependenciesView: SheetView<DependencyClaims> = {
  toMake: ({ relation }) => askedInWords(relation),
  work: WorkDependencies,
  keys: [],
  notes: dependencyNotes,
  setting: SetDependencies,
  evidence: EvidenceDependencies,
  handedIn: HandedInDependencies,
}
