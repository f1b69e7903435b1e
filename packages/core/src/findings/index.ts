export { InvariantError, assertUnreachable, invariant } from './invariant'
export { CATALOGUE, type FindingCode } from './catalogue'
export {
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
export { SHEETS, SHEET_NAMES, type Sheet } from './sheet'
export type { Exhibit, ExhibitRow, Frame } from './exhibit'
export { capital, plural } from './english'
export { listInWords } from './list'
export { shorten } from './shorten'
export { findBadSign, withoutBadSigns, type BadSign } from './bad-signs'
export { editDistance, nearest } from './nearest'
export { lineIndex, type LineIndex } from './lines'
