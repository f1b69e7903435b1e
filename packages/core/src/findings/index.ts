export { InvariantError, assertUnreachable, invariant } from './invariant'
export { CATALOGUE, type FindingCode } from './catalogue'
export {
  isAboutChain,
  isAboutForm,
  isAboutWriting,
  scriptFinding,
  wording,
  type Finding,
  type Params,
  type Severity,
  type Span,
  type TextEdit,
} from './finding'
export { SHEETS, SHEET_NAMES, TABLE_SHEETS, isTableSheet, type Sheet, type TableSheetName } from './sheet'
export type { Exhibit, ExhibitRow, Frame } from './exhibit'
