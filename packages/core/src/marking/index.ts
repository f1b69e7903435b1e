export { decidedCells, points, type AccountLine, type Cell, type Override, type Points, type Policy, type Thousandths } from './points'
export { ENGINE_VERSION, explainRule, markScript, markedPoints, summaryOf, type MarkedCell, type Marking, type MarkingSummary, type PairingLine } from './mark'
export { accountInWords, pointsInWords } from './account'
export { prepareExercise, type MarkableExercise, type PreparedExercise } from './prepare'
