import type { SheetView } from '../view'
import EvidenceScript from './EvidenceScript.vue'
import HandedInScript from './HandedInScript.vue'
import SetScript from './SetScript.vue'
import WorkScript from './WorkScript.vue'
import { SCRIPT_KEYS } from './keys'
import { scriptNotes } from './notes'

export const scriptView: SheetView<string> = {
  toMake: ({ starter }) =>
    `a script of CREATE TABLE statements${starter ? ', beside the tables that are given' : ''}`,
  work: WorkScript,
  keys: SCRIPT_KEYS,
  notes: scriptNotes,
  setting: SetScript,
  evidence: EvidenceScript,
  handedIn: HandedInScript,
}
