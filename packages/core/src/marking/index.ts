export { likePairs, type LikePair, type Likenable, type SharedChoice } from './likeness'
export { agreementOf, type Agreement } from './agreement'
export {
  decidedCells,
  isCellLine,
  points,
  pointsOfCell,
  total,
  type AccountLine,
  type CellLine,
  type Override,
  type Points,
  type Total,
} from './points'
export type { Sum, SumLine, Thousandths } from './sum'
export {
  ENGINE_VERSION,
  explainRule,
  markAnswer,
  markScript,
  markedPoints,
  planAnswer,
  readingFindings,
  summaryOf,
  type MarkOptions,
  type Marking,
  type MarkingSummary,
  type Ran,
  type RunPlan,
} from './mark'
export type { PairingLine } from './pairing-lines'
export { proposeSheet, wellDrawnRules, wellMadeRules } from './propose-sheet'
export { askSeparately, nextRuleNumber } from './separate'
export { MOST_FINDINGS, boundedCells, boundedFindings, boundedMarking, type Bounded } from './bounded'
export { accountInWords, inWholePoints, pointsInWords, sumLineInWords } from './account'
export { MARKING_VERSION, upgradeMarking, type MarkingV1, type StoredMarking } from './stored'
export {
  correlation,
  distribution,
  fallingTogether,
  itemFigures,
  type ItemFigures,
  type Scored,
} from './class-statistics'
export { RESULTS_FORMAT, ResultsDocument, type StudentResult } from './results'
export { CourseScheme, PLAIN_SCHEME, courseMark, type CourseMark, type ExerciseShare } from './course-marks'
export { missingBeforePublishing, type Missing } from './missing'
