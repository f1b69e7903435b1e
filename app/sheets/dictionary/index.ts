import type { Dictionary } from '@nomenklatura/core/dictionary'
import type { SheetView } from '../view'
import EvidenceDictionary from './EvidenceDictionary.vue'
import HandedInDictionary from './HandedInDictionary.vue'
import SetDictionary from './SetDictionary.vue'
import WorkDictionary from './WorkDictionary.vue'
import { dictionaryNotes } from './notes'

export const dictionaryView: SheetView<Dictionary> = {
  toMake: () => 'a data dictionary: for each field its type, size, format, key role and meaning',
  work: WorkDictionary,
  keys: [],
  notes: dictionaryNotes,
  setting: SetDictionary,
  evidence: EvidenceDictionary,
  handedIn: HandedInDictionary,
}
