import type { DependencyClaims } from '@nomenklatura/core/claims'
import type { SheetView } from '../view'
import BeginDependencies from './BeginDependencies.vue'
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
  beginning: BeginDependencies,
  evidence: EvidenceDependencies,
  handedIn: HandedInDependencies,
}
