export { InvariantError, assertUnreachable, invariant } from './invariant'
export { CATALOGUE, type FindingCode } from './catalogue'
export { scriptFinding, wording, type Finding, type Params, type Severity, type Sheet, type Span, type TextEdit } from './finding'
export { lineIndex, type LineIndex } from './lines'
