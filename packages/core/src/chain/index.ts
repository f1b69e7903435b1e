export { chainFindings } from './of-answer'
export { lostInWords, rightBefore } from './lost'
export { chainSheet, type ChainSheet } from './sheet'
