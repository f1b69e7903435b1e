export {
  Dictionary,
  DictionaryEntry,
  EMPTY_DICTIONARY,
  MOST_ENTRIES,
  FURTHER_SLOTS,
  NEW_ENTRY,
  writtenAt,
  SLOTS,
  SLOT_NAMES,
  entitiesOf,
  isEmptyDictionary,
  type Slot,
} from './document'
export { readType } from './types'
export { fieldName, placeInField, placeOf, type DictionaryPlace } from './place'
export { dictionaryFinding, readDictionary, type ReadDictionary } from './read-dictionary'
export { checkDictionary, checkExample, describedAsKeys, differencesFromKey } from './check-dictionary'
export { describeType, dictionaryFromRows, dictionaryFromSchema } from './draft'
export { defaultFrom, defaultInWords, numberingFrom, numberingInWords, type Numbering } from './column-marks'
export { dictionaryFromComment } from './read-comment'
export { dictionaryToComment, dictionaryToCsv, factsInWords, typeInWords } from './write'
export { dictionaryFromCsv, pasteCells, slotValue, withSlot } from './paste'
