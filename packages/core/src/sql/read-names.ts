import type { Span } from '../findings'
import type { Cursor } from './cursor'
import type { SqlToken } from './tokens'

/** Names one or more parts long, as in schema.table: the last part is the name. Undefined (and reported) where no name stands. */
export function readName(cursor: Cursor, expected: string): { name: string, namespace: string | null, span: Span } | undefined {
  const first = cursor.peek()
  if (first.kind !== 'word' && first.kind !== 'quoted' && first.kind !== 'string') {
    cursor.report('syntax.missing-name', first, { expected, found: first.text || 'the end' })
    return undefined
  }
  let last = cursor.next()
  let namespace: string | null = null
  while (cursor.is('.') && (cursor.peek(1).kind === 'word' || cursor.peek(1).kind === 'quoted')) {
    cursor.next()
    namespace = last.text
    last = cursor.next()
  }
  return { name: last.text, namespace, span: { start: first.start, end: last.end } }
}

/** Words with which a constraint of a table begins. */
export const CONSTRAINT_STARTS: ReadonlySet<string> = new Set(['CONSTRAINT', 'PRIMARY', 'FOREIGN', 'UNIQUE', 'CHECK', 'EXCLUDE', 'LIKE', 'KEY', 'INDEX', 'FULLTEXT', 'SPATIAL'])

export function reportSurplusComma(cursor: Cursor, { start, end }: SqlToken): void {
  cursor.report('syntax.trailing-comma', { start, end }, {}, { span: { start, end }, text: '', label: 'Take the comma out' })
}

/** ( a, b ): missing commas and brackets are reported, order and length words passed over. */
export function readColumnList(cursor: Cursor, required: boolean): string[] {
  if (!cursor.take('(')) {
    const { kind } = cursor.peek()
    if (required) cursor.reportMissing('syntax.missing-bracket', { bracket: '(', where: `after "${cursor.previous.text}"` }, ' (', 'Open the bracket')
    if (!required || (kind !== 'word' && kind !== 'quoted')) return []
  }
  const names: string[] = []
  let needsComma = false
  for (;;) {
    const token = cursor.peek()
    if (cursor.take(')')) return names
    if (cursor.isAtStatementEnd || (token.startsLine && needsComma && (CONSTRAINT_STARTS.has(token.upper) || token.upper === 'REFERENCES'))) break
    if (cursor.is(',')) {
      const comma = cursor.next()
      if (!needsComma || cursor.is(')')) reportSurplusComma(cursor, comma)
      needsComma = false
    }
    else if (token.kind === 'word' || token.kind === 'quoted') {
      if (needsComma && ['ASC', 'DESC', 'NULLS', 'FIRST', 'LAST'].includes(token.upper)) {
        cursor.next()
        continue
      }
      if (needsComma) cursor.reportMissing('syntax.missing-comma', { after: cursor.previous.text }, ',', 'Put a comma')
      names.push(cursor.next().text)
      if (cursor.is('(')) cursor.skipGroup()
      needsComma = true
    }
    else {
      cursor.report('syntax.unexpected', token, { found: token.text })
      cursor.next()
    }
  }
  cursor.reportMissing('syntax.missing-bracket', { bracket: ')', where: `after "${cursor.previous.text}"` }, ')', 'Close the bracket')
  return names
}
