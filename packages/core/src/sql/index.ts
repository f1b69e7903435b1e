export { LONGEST_SCRIPT, readScript, type ReadScript, type Statement } from './read-script'
export { applyFix } from './apply-fix'
export { tokenize, type SqlToken } from './tokens'
export { columnsOf, readExpression, type Comparison, type Expression } from './expression'
