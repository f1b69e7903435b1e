export { MOST_COLUMNS, MOST_ROWS, columnAt, distinctRows, rowKey, type FlatTable } from './table'
export { decodeText, type Decoded } from './decode'
export { LONGEST_TEXT, plainName, readRows, type ReadRows, type ReadRowsOptions } from './read-rows'
export { toCsv } from './write-csv'
export { pastedCells } from './pasted'
export { profile, profileColumn, type ColumnProfile } from './profile'
export { MASK_CLASSES, fitsMask, formatOf, maskOf } from './mask'
export { numberedColumns, stemOf } from './numbered'
export { itemsOf, listsIn, type ListReading } from './lists'
export { discover, type Discovery, type DiscoveryOptions, type FoundDependency } from './discover'
export { nearlyHolding, type NearlyFound } from './nearly'
export {
  couldIdentify,
  doesFix,
  surrogateIn,
  type FixAnswer,
  type IdentifyAnswer,
  type Surrogate,
} from './questions'
export { rowsForDependency, rowsForIdentifier } from './rows-for-yes'
export { projectRows, rejoin, type Rejoined } from './split-rows'
export {
  partName,
  proposeSplit,
  valuesOf,
  type NamedDependency,
  type ProposedPart,
  type ProposedUnfolding,
  type Repeating,
  type SplitProposal,
} from './propose-split'
export {
  analyseRows,
  findInRows,
  meantDependencies,
  repeatingFacts,
  type FoundInRows,
  type HoldingDependency,
  type Look,
  type NearlyHolding,
  type RowsAnswer,
  type RowsOptions,
} from './analyse-rows'
