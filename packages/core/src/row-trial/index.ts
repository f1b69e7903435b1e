export {
  MOST_SHOWN_ROWS,
  MOST_STEPS,
  type StatementOutcome,
  type StepReport,
  type StepWork,
  type TableRows,
  type Told,
  type TrialReport,
  type TrialWork,
} from './work'
export {
  EMPTY_TRIAL,
  LONGEST_TRIAL,
  RowTrialDocument,
  parseTrial,
  type EngineRow,
  type Line,
  type Step,
  type TypedLine,
} from './document'
export { readableTrial } from './readable'
export { cellMeaning, typedValue } from './cells'
export { trialTables, type TrialTables } from './tables'
export { isTriable, writeStep, type WrittenStep } from './write-steps'
export { compareRows, type ComparedRow, type RowMark } from './compare-rows'
export {
  slipsOf,
  tablesAfter,
  type LinePlace,
  type Refused,
  type Slip,
  type SlipColumn,
  type SlipLine,
} from './board'
export { refusalInWords } from './refusal-words'
export { stepInWords, rowInWords, type StepInWords } from './steps-in-words'
export { joinSentences, type JoinSentence } from './join-sentences'
export { linesFromPaste, linesOfRows, linesOfScript } from './lines'
export {
  addLines,
  askStatement,
  changeRow,
  dropLine,
  enterLines,
  fillLine,
  lineAt,
  nextLine,
  placeOfLine,
  putBack,
  stopStep,
  strikeRow,
  typeInto,
  withStep,
} from './edit'
export { engineName, engineTable } from './names'
export { trialOfSplit, type ReadyStatement, type SplitTrial } from './from-split'
