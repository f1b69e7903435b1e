export {
  LONGEST_SCRIPT,
  readScript,
  type ReadOptions,
  type ReadScript,
  type Statement,
} from './read/read-script'
export type { Trigger } from './read/read-body'
export type { Insert, InsertCell, InsertRow } from './read/read-insert'
export { oncePerKind } from './mend/once-per-kind'
export { applyFix, fixAll, isOfForm } from './mend/apply-fix'
export { tokenize, type SqlToken } from './text/tokens'
export { readExpression, type Comparison, type Expression } from './text/expression'
export { intervalFrom } from './text/moments'
export { columnsOf, looksAtToday, partsOfExpression } from './text/expression-parts'
export { dayText, fullMonths, momentFrom, plusMonths, type Moment } from './values/days'
export { checksOn, checksOnRow, isOpaqueCheck, literalsFor } from './values/check-values'
export { calculate, decimalFrom, type Decimal } from './values/decimal'
export { inQuotes, quoteName } from './text/quote-name'
export { isReserved, reservedIn, reservedWords } from './text/reserved'
export { quoteText, typeText } from './text/type-text'
export { expressionText } from './write/expression-text'
export { dialectNamed, dialectOf, withDialect } from './text/dialect-named'
export { scriptAloud, type TableAloud } from './write/aloud'
export { formatScript } from './write/format'
export {
  CHECK_GROUPS,
  checkScript,
  namesOfTable,
  refusals,
  reviewScript,
  type ReviewOptions,
  speaksAgainst,
  groupOf,
  Habits,
  NAME_STYLES,
  nameByPattern,
  type CheckGroup,
  type NamedDependencies,
  type ScriptToCheck,
} from './check'
export { singular } from './check/plain-name'
export { writeScript, writeTable } from './write/script'
export type { WriteOptions, WrittenScript } from './write/writer'
export { FINDING_EXAMPLES, type FindingExample } from './examples'
export { mentionsIn, type Mention } from './text/mentions'
export { renameThing, thingAt, type NamedThing } from './mend/rename'
