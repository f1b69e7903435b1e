import { isTypeName } from '../../schema'
import { looksLike } from '../text/looks-like'
import { CONSTRAINT_STARTS } from './read-names'
import type { TableReader } from './table-reader'
import { isTypeAhead } from './read-type'

const COLUMN_WORDS: ReadonlySet<string> = new Set([
  'DEFAULT',
  'NOT',
  'NULL',
  'PRIMARY',
  'UNIQUE',
  'REFERENCES',
  'CHECK',
  'CONSTRAINT',
  'GENERATED',
  'COLLATE',
  'COMMENT',
  'ON',
  'AUTO_INCREMENT',
  'AUTOINCREMENT',
  'IDENTITY',
  'KEY',
  'DEFERRABLE',
  'INITIALLY',
  'MATCH',
  'WITH',
  'USING',
  'ENABLE',
  'DISABLE',
  'AS',
  'PERSISTED',
  'STORED',
  'VIRTUAL',
  'INVISIBLE',
  'ROWGUIDCOL',
  'SPARSE',
  'STORAGE',
  'COMPRESSION',
  'AFTER',
  'FIRST',
  'FOR',
  'IS',
  'ENCODE',
])

/** Words that never begin another line of a table. */
const IN_COLUMN: ReadonlySet<string> = new Set(
  [...COLUMN_WORDS].filter(
    word => !['CONSTRAINT', 'PRIMARY', 'UNIQUE', 'KEY', 'CHECK', 'COMMENT'].includes(word),
  ),
)
const INDEX_LINES: ReadonlySet<string> = new Set(['KEY', 'INDEX', 'FULLTEXT', 'SPATIAL'])

/** Whether a constraint of the table begins here. */
export function isConstraintAhead(
  { cursor, draft }: Pick<TableReader, 'cursor' | 'draft'>,
  ahead = 0,
): boolean {
  const { upper } = cursor.peek(ahead)
  if (
    INDEX_LINES.has(upper) &&
    cursor.isName(ahead + 1) &&
    cursor.is('(', ahead + 2) &&
    cursor.isName(ahead + 3)
  )
    return true
  if (
    !upper ||
    (isTypeAhead(cursor, draft, ahead + 1) &&
      !cursor.is('(', ahead + 1) &&
      upper !== 'CONSTRAINT' &&
      cursor.peek(ahead + 1).upper !== 'KEY')
  )
    return upper === 'FOREIGN' && cursor.peek(ahead + 1).upper === 'KEY'
  if (CONSTRAINT_STARTS.has(upper)) return upper !== 'LIKE' || cursor.isName(ahead + 1)
  if (looksLike(upper, 'CONSTRAINT')) return true
  if (looksLike(upper, 'PRIMARY') || looksLike(upper, 'FOREIGN'))
    return cursor.isLike('KEY', ahead + 1) || cursor.is('(', ahead + 1)
  return (looksLike(upper, 'UNIQUE') || looksLike(upper, 'CHECK')) && cursor.is('(', ahead + 1)
}

/** Whether a column with its type, or a constraint, begins at the token `ahead`. */
export function isItemAhead(reader: Pick<TableReader, 'cursor' | 'draft'>, ahead: number): boolean {
  const { cursor } = reader
  if (!cursor.isName(ahead)) return false
  if (isConstraintAhead(reader, ahead)) return true
  const following = cursor.peek(ahead + 1)
  return (
    following.kind === 'word' && isTypeName(following.upper) && !COLUMN_WORDS.has(cursor.peek(ahead).upper)
  )
}

/** Whether a new column or table constraint begins here, its comma forgotten. */
export function startsNewItem(reader: TableReader): boolean {
  const { cursor, draft } = reader
  const token = cursor.peek()
  if (token.kind === 'quoted') return true
  if (token.kind !== 'word' || IN_COLUMN.has(token.upper)) return false
  if (token.upper === 'FOREIGN' || (looksLike(token.upper, 'FOREIGN') && cursor.isLike('KEY', 1)))
    return cursor.peek(2).upper !== 'REFERENCES'
  const named = token.upper === 'CONSTRAINT' ? 2 : 0
  const first = cursor.peek(named).upper
  if (first === 'FOREIGN') return true
  if ((first === 'PRIMARY' || looksLike(first, 'PRIMARY')) && isColumnListAhead(reader, named + 2))
    return true
  if (first === 'UNIQUE' && cursor.is('(', named + 1)) return true
  if ((first === 'KEY' || first === 'INDEX') && cursor.isName(named + 1) && cursor.is('(', named + 2))
    return true
  if (COLUMN_WORDS.has(token.upper)) return false
  return (
    isTypeAhead(cursor, draft, 1) ||
    (token.startsLine &&
      cursor.isName(1) &&
      !COLUMN_WORDS.has(cursor.peek(1).upper) &&
      !isMisspeltWord(token.upper))
  )
}

/**
 * The columns of a table's own key: in brackets at once, or after a word of the server (CLUSTERED) or a name.
 * `PRIMARY KEY CHECK (…)` goes on with the column.
 */
function isColumnListAhead({ cursor }: TableReader, ahead: number): boolean {
  if (cursor.is('(', ahead)) return true
  return cursor.is('(', ahead + 1) && !COLUMN_WORDS.has(cursor.peek(ahead).upper)
}

function isMisspeltWord(upper: string): boolean {
  return ['DEFAULT', 'PRIMARY', 'UNIQUE', 'REFERENCES', 'CHECK', 'CONSTRAINT', 'GENERATED'].some(word =>
    looksLike(upper, word),
  )
}
