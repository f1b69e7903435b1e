export { LONGEST_SCRIPT, readScript, type ReadOptions, type ReadScript, type Statement } from './read-script'
export type { Insert, InsertCell, InsertRow } from './read-insert'
export { applyFix, fixAll, isOfForm } from './apply-fix'
export { tokenize, type SqlToken } from './tokens'
export { columnsOf, readExpression, type Comparison, type Expression } from './expression'
export { inQuotes, quoteName } from './quote-name'
export { isReserved, reservedIn, reservedWords } from './reserved'
export { quoteText, typeText } from './write/type-text'
export { expressionText } from './write/expression-text'
export { dialectNamed, dialectOf, withDialect } from './dialect-named'
export { scriptAloud, type TableAloud } from './aloud'
export { formatScript } from './format'
export {
  CHECK_GROUPS,
  checkScript,
  speaksAgainst,
  groupOf,
  Habits,
  NAME_STYLES,
  nameByPattern,
  type CheckGroup,
  type NamedDependencies,
  type ScriptToCheck,
} from './check'
export { writeScript, writeTable } from './write/script'
export type { WriteOptions, WrittenScript } from './write/writer'
export { FINDING_EXAMPLES, type FindingExample } from './examples'
export { mentionsIn, type Mention } from './mentions'
export { renameThing, thingAt, type NamedThing } from './rename'
