import { nearest } from '../findings'
import { TYPE_NAMES, UNKNOWN_TYPE, dataType, isTypeName, typeNumbers, type DataType } from '../schema'
import type { Cursor } from './cursor'
import type { Draft } from './draft'

export interface ReadType {
  readonly type: DataType
  readonly numbers: boolean
  readonly notNull: boolean
  readonly checks: readonly string[]
}

const LONG_TYPES: readonly (readonly string[])[] = [
  ['DOUBLE', 'PRECISION'], ['CHARACTER', 'VARYING'], ['CHAR', 'VARYING'], ['BIT', 'VARYING'], ['BINARY', 'VARYING'],
]
const ZONES: readonly (readonly string[])[] = [['WITH', 'TIME', 'ZONE'], ['WITHOUT', 'TIME', 'ZONE']]
const AFTER_COLUMN: ReadonlySet<string> = new Set(['NOT', 'NULL', 'PRIMARY', 'UNIQUE', 'REFERENCES', 'DEFAULT', 'CHECK', 'CONSTRAINT', 'GENERATED', 'FOREIGN'])

/** Whether a type could stand at the token `ahead`: a known name, one made by this script, or a misspelt one before a bracket. */
export function isTypeAhead(cursor: Cursor, draft: Draft, ahead = 0): boolean {
  const { kind, upper, text } = cursor.peek(ahead)
  if (kind !== 'word' && kind !== 'quoted') return false
  return isTypeName(upper) || draft.types.has(text.toLowerCase()) || (kind === 'word' && !AFTER_COLUMN.has(upper) && misspeltType(upper) !== undefined)
}

/** Words that were compared with every type name before; a cache of bounded size, since the same names come again and again. */
const compared = new Map<string, string | undefined>()

function misspeltType(upper: string): string | undefined {
  if (upper.length < 4) return undefined
  if (!compared.has(upper)) {
    if (compared.size > 5000) compared.clear()
    compared.set(upper, nearest(upper, TYPE_NAMES))
  }
  return compared.get(upper)
}

/** Reads a type with its arguments. Where none stands, nothing is taken and the finding says so. */
export function readType(cursor: Cursor, draft: Draft, column: string): ReadType {
  const first = cursor.peek()
  if ((first.kind !== 'word' && first.kind !== 'quoted') || AFTER_COLUMN.has(first.upper)) {
    cursor.report('syntax.missing-type', cursor.previous, { column })
    return { type: UNKNOWN_TYPE, numbers: false, notNull: false, checks: [] }
  }
  let name = readTypeName(cursor)
  const made = draft.types.get(first.text.toLowerCase())
  if (!made && !isTypeName(name)) name = correctType(cursor, draft, name, column)
  const args = cursor.is('(') ? readArguments(cursor) : []
  for (const words of ZONES) if (cursor.takeWords(...words)) name = `${name} ${words.join(' ')}`
  let unsigned = false
  for (;;) {
    if (cursor.take('UNSIGNED')) unsigned = true
    else if (cursor.takeWords('CHARACTER', 'SET') || cursor.takeWords('CHARSET')) cursor.next()
    else if (!cursor.take('ZEROFILL') && !cursor.take('SIGNED')) break
  }
  const isArray = readArray(cursor)
  const text = cursor.textBetween(first.start, cursor.previous.end)
  if (made && !isArray) return { type: { ...made.type, text }, numbers: false, notNull: made.notNull, checks: made.checks }
  const type = isArray ? dataType('', [], text) : dataType(name, args, text, unsigned)
  if (/^(CHAR|CHARACTER|NCHAR|BPCHAR)$/.test(name) && args.length === 0 && !isArray) {
    cursor.report('syntax.missing-length', { start: first.start, end: cursor.previous.end }, { type: first.text, column })
  }
  return { type, numbers: typeNumbers(name), notNull: typeNumbers(name), checks: [] }
}

function readTypeName(cursor: Cursor): string {
  const long = LONG_TYPES.find(words => cursor.areWords(...words))
  if (long) {
    cursor.takeWords(...long)
    return long.join(' ')
  }
  let name = cursor.next()
  while (cursor.is('.') && cursor.peek(1).kind !== 'end') {
    cursor.next()
    name = cursor.next()
  }
  return name.upper || name.text.toUpperCase()
}

function correctType(cursor: Cursor, draft: Draft, name: string, column: string): string {
  const token = cursor.previous
  const meant = token.kind === 'word' ? nearest(name, [...TYPE_NAMES, ...draft.types.keys()]) : undefined
  if (meant) {
    cursor.misspelt(token, meant.toUpperCase())
    return meant.toUpperCase()
  }
  cursor.report('types.unknown', token, { type: token.text, column })
  return name
}

function readArguments(cursor: Cursor): string[] {
  const inner = cursor.skipGroup()
  return inner === '' ? [] : inner.match(/'(?:[^']|'')*'|[^,\s]+/g) ?? []
}

function readArray(cursor: Cursor): boolean {
  let found = cursor.take('ARRAY')
  while (cursor.is('[')) {
    cursor.next()
    if (cursor.peek().kind === 'number') cursor.next()
    cursor.take(']')
    found = true
  }
  return found
}
