import type { Dialect } from '../../schema'
import { tokenize, type SqlToken } from '../text/tokens'
import { quoteName } from '../text/quote-name'

/** An expression as a dialect writes it; null where it has no way to say it. */
export interface ExpressionText {
  readonly text: string | null
  /** Whether something stands in it that is not known to be the same there. */
  readonly isDoubtful: boolean
}

const NOW: ReadonlySet<string> = new Set([
  'NOW',
  'GETDATE',
  'SYSDATE',
  'SYSDATETIME',
  'SYSTIMESTAMP',
  'LOCALTIMESTAMP',
  'CURRENT_TIMESTAMP',
  'LOCALTIME',
  'GETUTCDATE',
])
const NEW_UUID: ReadonlySet<string> = new Set([
  'GEN_RANDOM_UUID',
  'NEWID',
  'NEWSEQUENTIALID',
  'UUID',
  'SYS_GUID',
  'UUID_GENERATE_V4',
])
const UUID_CALL: Readonly<Partial<Record<Dialect, string>>> = {
  postgresql: 'gen_random_uuid()',
  mysql: '(uuid())',
  sqlserver: 'NEWID()',
  oracle: 'SYS_GUID()',
}
const LENGTHS: ReadonlySet<string> = new Set(['LENGTH', 'CHAR_LENGTH', 'CHARACTER_LENGTH', 'LEN'])
const LENGTH_CALL: Readonly<Record<Dialect, string>> = {
  iso: 'char_length',
  postgresql: 'char_length',
  mysql: 'char_length',
  sqlserver: 'LEN',
  oracle: 'LENGTH',
  sqlite: 'length',
}
/** MySQL and SQL Server ask for them by functions, the standard and who keeps to it by EXTRACT. */
const PARTS_OF_DAY: ReadonlySet<string> = new Set(['YEAR', 'MONTH', 'DAY'])
const EXTRACTS: ReadonlySet<Dialect> = new Set(['iso', 'postgresql', 'oracle'])

const KNOWN_WORDS: ReadonlySet<string> = new Set([
  'AND',
  'OR',
  'NOT',
  'NULL',
  'IS',
  'IN',
  'LIKE',
  'BETWEEN',
  'LOWER',
  'UPPER',
  'ABS',
  'TRIM',
  'COALESCE',
  'NULLIF',
  'CASE',
  'WHEN',
  'THEN',
  'ELSE',
  'END',
  'CURRENT_DATE',
  'DATE',
  'TIMESTAMP',
  'TIME',
  'ESCAPE',
  'ROUND',
  'MOD',
  'CURRENT_USER',
  'CAST',
  'AS',
])

/**
 * Writes an expression of a CHECK, a default or a computed column in another dialect: the moment of now,
 * made-up identifiers, truth values, lengths, casts and names. What has no counterpart gives null; what is
 * not known is kept as it stands, and is doubtful.
 */
export function expressionText(
  expression: string,
  to: Dialect,
  columns: readonly string[] = [],
): ExpressionText {
  const { tokens } = tokenize(expression)
  const names = new Map(columns.map(column => [column.toLowerCase(), column]))
  let text = ''
  let last = 0
  let isDoubtful = false
  for (let at = 0; tokens[at]!.kind !== 'end'; at++) {
    const token = tokens[at]!
    const part = partText(tokens, at, to, names)
    if (part.text === null) return { text: null, isDoubtful: true }
    text += expression.slice(last, token.start) + (part.text ?? expression.slice(token.start, token.end))
    isDoubtful ||= part.isDoubtful ?? false
    at += part.skips ?? 0
    last = tokens[at]!.end
  }
  return { text: text + expression.slice(last), isDoubtful }
}

interface Part {
  readonly text?: string | null
  readonly skips?: number
  readonly isDoubtful?: boolean
}

function partText(
  tokens: readonly SqlToken[],
  at: number,
  to: Dialect,
  names: ReadonlyMap<string, string>,
): Part {
  const token = tokens[at]!
  if (token.kind === 'operator') return operatorText(tokens, at, to)
  if (token.kind === 'quoted')
    return names.has(token.text.toLowerCase())
      ? { text: quoteName(names.get(token.text.toLowerCase())!, to) }
      : { text: quoteName(token.text, to) }
  if (token.kind === 'other') return { text: token.text === '#' ? null : token.text, isDoubtful: true }
  if (token.kind !== 'word') return {}
  const isCall = tokens[at + 1]?.text === '('
  const isEmptyCall = isCall && tokens[at + 2]?.text === ')'
  if (!isCall && names.has(token.text.toLowerCase()))
    return { text: quoteName(names.get(token.text.toLowerCase())!, to) }
  if (NOW.has(token.upper)) return { text: 'CURRENT_TIMESTAMP', skips: isEmptyCall ? 2 : 0 }
  if (NEW_UUID.has(token.upper) && isEmptyCall)
    return UUID_CALL[to] === undefined ? { text: null } : { text: UUID_CALL[to], skips: 2 }
  if (token.upper === 'TRUE' || token.upper === 'FALSE')
    return to === 'sqlserver' || to === 'oracle' ? { text: token.upper === 'TRUE' ? '1' : '0' } : {}
  if (LENGTHS.has(token.upper) && isCall) return { text: LENGTH_CALL[to] }
  if (PARTS_OF_DAY.has(token.upper) && isCall && EXTRACTS.has(to))
    return { text: `EXTRACT(${token.upper} FROM `, skips: 1 }
  if (token.upper === 'CURRENT_DATE' && to === 'sqlserver') return { text: 'CAST(GETDATE() AS DATE)' }
  if (token.upper === 'ILIKE' && to !== 'postgresql') return { text: null }
  return { isDoubtful: isCall && !KNOWN_WORDS.has(token.upper) }
}

/** Casts by :: are left out elsewhere; patterns by ~ are PostgreSQL's alone. */
function operatorText(tokens: readonly SqlToken[], at: number, to: Dialect): Part {
  const { text } = tokens[at]!
  if (to === 'postgresql') return {}
  if (text === '~') return { text: null }
  if (text !== '::' && !(text === ':' && tokens[at + 1]?.text === ':')) return {}
  let end = at + (text === '::' ? 1 : 2)
  while (tokens[end + 1]?.kind === 'word' && !KNOWN_WORDS.has(tokens[end + 1]!.upper)) end++
  if (tokens[end + 1]?.text === '(') while (tokens[end]!.kind !== 'end' && tokens[end]!.text !== ')') end++
  while (tokens[end + 1]?.text === '[' && tokens[end + 2]?.text === ']') end += 2
  return { text: '', skips: end - at }
}
