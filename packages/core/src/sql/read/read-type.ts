import { nearest } from '../../language'
import {
  DIALECT,
  UNKNOWN_TYPE,
  dataType,
  dialectsOfType,
  isTypeName,
  typeNamesOf,
  typeNumbers,
  TYPE_NAMES,
  type DataType,
  type Dialect,
} from '../../schema'
import type { Cursor } from '../text/cursor'
import type { Draft } from './draft'
import { quoteName } from '../text/quote-name'
import { numberingWords, quoteText, typeText } from '../text/type-text'

export interface ReadType {
  readonly type: DataType
  readonly numbers: boolean
  readonly notNull: boolean
  readonly unique: boolean
  readonly checks: readonly string[]
}

const LONG_TYPES: readonly (readonly string[])[] = [
  ['NATIONAL', 'CHARACTER', 'VARYING'],
  ['NATIONAL', 'CHAR', 'VARYING'],
  ['NATIONAL', 'CHARACTER'],
  ['NATIONAL', 'CHAR'],
  ['NATIONAL', 'VARCHAR'],
  ['CHARACTER', 'LARGE', 'OBJECT'],
  ['BINARY', 'LARGE', 'OBJECT'],
  ['DOUBLE', 'PRECISION'],
  ['CHARACTER', 'VARYING'],
  ['CHAR', 'VARYING'],
  ['NCHAR', 'VARYING'],
  ['BIT', 'VARYING'],
  ['BINARY', 'VARYING'],
  ['LONG', 'RAW'],
  ['LONG', 'VARCHAR'],
]
const ZONES: readonly (readonly string[])[] = [
  ['WITH', 'TIME', 'ZONE'],
  ['WITHOUT', 'TIME', 'ZONE'],
  ['WITH', 'LOCAL', 'TIME', 'ZONE'],
]
const AFTER_COLUMN: ReadonlySet<string> = new Set([
  'NOT',
  'NULL',
  'PRIMARY',
  'UNIQUE',
  'REFERENCES',
  'DEFAULT',
  'CHECK',
  'CONSTRAINT',
  'GENERATED',
  'FOREIGN',
  'AS',
  'KEY',
])
const SPANS: ReadonlySet<string> = new Set(['YEAR', 'MONTH', 'DAY', 'HOUR', 'MINUTE', 'SECOND', 'TO'])
const NO_TYPE: ReadType = { type: UNKNOWN_TYPE, numbers: false, notNull: false, unique: false, checks: [] }

/**
 * Whether a type could stand at the token `ahead`: a known name, one made by this script, or a misspelt one
 * before a bracket.
 */
export function isTypeAhead(cursor: Cursor, draft: Draft, ahead = 0): boolean {
  const { kind, upper, text } = cursor.peek(ahead)
  if (kind !== 'word' && kind !== 'quoted') return false
  return (
    isTypeName(upper) ||
    draft.types.has(text.toLowerCase()) ||
    (kind === 'word' && !AFTER_COLUMN.has(upper) && misspeltType(upper) !== undefined)
  )
}

/**
 * Words that were compared with every type name before; a cache of bounded size, since the same names come
 * again and again.
 */
const compared = new Map<string, string | undefined>()

/** The type name that a word is nearest to: one of the dialect, or of any where none is named. */
function nearestType(upper: string, dialect?: Dialect): string | undefined {
  const key = `${dialect ?? ''} ${upper}`
  if (!compared.has(key)) {
    if (compared.size > 20_000) compared.clear()
    compared.set(key, nearest(upper, dialect ? typeNamesOf(dialect) : TYPE_NAMES))
  }
  return compared.get(key)
}

function misspeltType(upper: string): string | undefined {
  return upper.length < 4 ? undefined : nearestType(upper)
}

/** Reads a type with its arguments. Where none stands, nothing is taken and the finding says so. */
export function readType(cursor: Cursor, draft: Draft, column: string): ReadType {
  const first = cursor.peek()
  if (!cursor.isName() || AFTER_COLUMN.has(first.upper)) {
    if (
      cursor.isOf('sqlite') ||
      first.upper === 'AS' ||
      (first.upper === 'GENERATED' && cursor.isOf('oracle'))
    )
      return NO_TYPE
    cursor.report('syntax.missing-type', cursor.previous, { column })
    return NO_TYPE
  }
  let name = readTypeName(cursor)
  let made = draft.types.get(name.toLowerCase())
  if (!made && !isTypeName(name)) {
    name = correctType(cursor, draft, name, column)
    made = draft.types.get(name)
  }
  let args = readArguments(cursor)
  name += takeZone(cursor)
  if (name === 'INTERVAL')
    while (SPANS.has(cursor.peek().upper) || cursor.is('('))
      if (cursor.is('(')) cursor.skipGroup()
      else cursor.next()
  const unsigned = readTypeWords(cursor)
  const isArray = readArray(cursor)
  const place = { start: first.start, end: cursor.previous.end }
  const text = cursor.textBetween(place.start, place.end)
  if (made && !isArray)
    return { ...NO_TYPE, type: { ...made.type, text }, notNull: made.notNull, checks: made.checks }
  const isServerName = cursor.isOf('sqlserver') && ['DECIMAL', 'NUMERIC', 'DEC'].includes(name)
  if (args.length === 0) args = defaultSize(name, cursor.dialect)
  const own = dialectsOfType(name)
  const isForeign =
    !isArray &&
    own.length > 0 &&
    !own.includes(cursor.dialect) &&
    !isServerName &&
    (!cursor.isOf('sqlite') || args.some(arg => arg.startsWith("'")))
  const type = isArray
    ? dataType('', [], text)
    : typeOnce(name, args, text, unsigned, isForeign ? preferred(own) : cursor.dialect)
  const isMax = args[0]?.toUpperCase() === 'MAX'
  if (isForeign) foreignType(cursor, place, name, type, own, column)
  else if (isMax && !cursor.isOf('sqlserver') && type.family !== 'other')
    cursor.foreign(place, text, 'SQL Server', typeText(type, cursor.dialect).text)
  else if (DIALECT[cursor.dialect].needsLength.includes(name) && args.length === 0 && !isArray)
    missingLength(cursor, place, first.text, name, column)
  const numbers = typeNumbers(name, isForeign ? preferred(own) : cursor.dialect)
  return { ...NO_TYPE, type, numbers, notNull: numbers, unique: numbers && cursor.isOf('mysql') }
}

/** Passes over a type that nothing is asked of, as after :: in an expression. */
export function skipType(cursor: Cursor): void {
  readTypeName(cursor)
  if (cursor.is('(')) cursor.skipGroup()
  takeZone(cursor)
  readArray(cursor)
}

/** WITH TIME ZONE and the like; the words where they stand. */
function takeZone(cursor: Cursor): string {
  const words =
    cursor.is('WITH') || cursor.is('WITHOUT') ? ZONES.find(zone => cursor.areWords(...zone)) : undefined
  if (!words) return ''
  cursor.takeWords(...words)
  return ` ${words.join(' ')}`
}

/** Types that were made before; a cache of bounded size: few different ones stand in a script, many times. */
const types = new Map<string, DataType>()

function typeOnce(
  name: string,
  args: readonly string[],
  text: string,
  unsigned: boolean,
  dialect: Dialect,
): DataType {
  const key = `${dialect} ${name} ${args.length} ${text}`
  let known = types.get(key)
  if (!known || known.unsigned !== unsigned) {
    if (types.size > 5000) types.clear()
    known = dataType(name, args, text, { unsigned, dialect })
    types.set(key, known)
  }
  return known
}

/** Of the dialects that have a type, the one by which it is read elsewhere. */
function preferred(own: readonly Dialect[]): Dialect {
  return own.includes('postgresql') ? 'postgresql' : own[0]!
}

/** Sizes that a dialect takes where none are written (the makers' manuals, from memory). */
function defaultSize(name: string, dialect: Dialect): string[] {
  const isDecimal = ['DECIMAL', 'NUMERIC', 'DEC', 'FIXED'].includes(name)
  if (isDecimal && dialect === 'mysql') return ['10', '0']
  if (isDecimal && dialect === 'sqlserver') return ['18', '0']
  return isDecimal && dialect === 'oracle' ? ['38', '0'] : []
}

function missingLength(
  cursor: Cursor,
  place: { start: number; end: number },
  written: string,
  name: string,
  column: string,
): void {
  const isChar = /CHAR$|CHARACTER$/.test(name) && !name.includes('VAR')
  const isOneCharacter = isChar || cursor.isOf('sqlserver')
  const fix = isChar
    ? undefined
    : { span: { start: place.end, end: place.end }, text: '(255)', label: 'Write (255)' }
  cursor.report(
    isOneCharacter ? 'syntax.missing-length' : 'syntax.length-needed',
    place,
    {
      type: written,
      column,
      effect: isOneCharacter
        ? 'so it holds one character only'
        : `which ${DIALECT[cursor.dialect].name} refuses`,
    },
    fix,
  )
}

/** A type of another dialect: what this one writes instead, with a CHECK where that takes one. */
function foreignType(
  cursor: Cursor,
  place: { start: number; end: number },
  name: string,
  type: DataType,
  own: readonly Dialect[],
  column: string,
): void {
  const { text } = typeText(type, cursor.dialect)
  const check =
    type.family === 'enum'
      ? ` CHECK (${quoteName(column, cursor.dialect)} IN (${type.members.map(quoteText).join(', ')}))`
      : ''
  const numbers = typeNumbers(name, preferred(own)) ? ` ${numberingWords(cursor.dialect)}` : ''
  cursor.foreign(
    place,
    cursor.script.slice(place.start, place.end),
    own
      .map(dialect => DIALECT[dialect].name)
      .slice(0, 2)
      .join(' and '),
    type.family === 'other' ? undefined : (text + numbers + check).trimEnd(),
  )
}

const TYPE_WORDS: ReadonlySet<string> = new Set([
  'UNSIGNED',
  'SIGNED',
  'ZEROFILL',
  'CHARACTER',
  'CHARSET',
  'BINARY',
])

/** UNSIGNED, ZEROFILL, CHARACTER SET: words of MySQL after a type. */
function readTypeWords(cursor: Cursor): boolean {
  let unsigned = false
  if (!TYPE_WORDS.has(cursor.peek().upper)) return false
  for (;;) {
    const token = cursor.peek()
    if (cursor.take('UNSIGNED')) unsigned = true
    else if (cursor.takeWords('CHARACTER', 'SET') || cursor.take('CHARSET')) {
      cursor.take('=')
      cursor.next()
    } else if (
      !cursor.take('ZEROFILL') &&
      !cursor.take('SIGNED') &&
      !(cursor.is('BINARY') && cursor.isOf('mysql') && cursor.take('BINARY'))
    )
      return unsigned
    if (!cursor.isOf('mysql', 'sqlite'))
      cursor.foreign(
        { start: token.start, end: cursor.previous.end },
        cursor.textBetween(token.start, cursor.previous.end),
        'MySQL',
        '',
      )
  }
}

const LONG_STARTS: ReadonlySet<string> = new Set(LONG_TYPES.map(([first]) => first!))

function readTypeName(cursor: Cursor): string {
  if (LONG_STARTS.has(cursor.peek().upper) && cursor.peek(1).kind === 'word') {
    const long = readLongName(cursor)
    if (long !== undefined) return long
  }
  let name = cursor.next()
  while (cursor.is('.') && cursor.isName(1)) {
    cursor.next()
    name = cursor.next()
  }
  return name.upper || name.text.toUpperCase()
}

/** A type of several words, the second perhaps misspelt. */
function readLongName(cursor: Cursor): string | undefined {
  const long = LONG_TYPES.find(words => cursor.areWords(...words))
  if (long) {
    cursor.takeWords(...long)
    return long.join(' ')
  }
  const almost = LONG_TYPES.find(
    ([first, second, third]) => third === undefined && cursor.is(first!) && cursor.isLike(second!, 1),
  )
  if (almost) {
    cursor.next()
    cursor.misspelt(cursor.next(), almost[1]!)
    return almost.join(' ')
  }
  return undefined
}

function correctType(cursor: Cursor, draft: Draft, name: string, column: string): string {
  const token = cursor.previous
  const own =
    token.kind === 'word'
      ? (nearestType(name, cursor.dialect) ??
        (draft.types.size > 0 ? nearest(name, [...draft.types.keys()]) : undefined))
      : undefined
  const meant = own ?? (token.kind === 'word' ? nearestType(name) : undefined)
  if (meant && !(cursor.isOf('sqlite') && own === undefined)) {
    const made = draft.types.has(meant)
    cursor.misspelt(token, made ? meant : meant.toUpperCase())
    return made ? meant : meant.toUpperCase()
  }
  if (!cursor.isOf('sqlite')) cursor.report('types.unknown', token, { type: token.text, column })
  return name
}

/** (9), (6,2), ('a', 'b'): a forgotten bracket or a point for the comma costs one diagnostic. */
function readArguments(cursor: Cursor): string[] {
  if (cursor.peek().kind === 'number' && !cursor.peek().startsLine) return bareArgument(cursor)
  const isSquare =
    (cursor.is('[') || cursor.is('{')) &&
    cursor.peek(1).kind === 'number' &&
    !(cursor.is('[') && cursor.isOf('postgresql') && !isTextBefore(cursor))
  if (isSquare) return squareArguments(cursor)
  if (!cursor.is('(')) return []
  cursor.next()
  const args: string[] = []
  while (!cursor.isAtStatementEnd) {
    if (cursor.take(')')) return args
    const token = cursor.peek()
    const isSized = ['CHAR', 'BYTE'].includes(token.upper) && args.length > 0
    if (cursor.is(',')) {
      if (!isArgument(cursor, 1)) break
      cursor.next()
    } else if (isSized || isArgument(cursor, 0)) args.push(...readArgument(cursor, isSized))
    else break
  }
  cursor.reportMissing(
    'syntax.missing-bracket',
    { bracket: ')', where: `after "${cursor.previous.text}"` },
    ')',
    'Close the bracket',
  )
  return args
}

function isTextBefore(cursor: Cursor): boolean {
  return /CHAR|VARYING|NUMERIC|DECIMAL/.test(cursor.previous.upper)
}

function isArgument(cursor: Cursor, ahead: number): boolean {
  const { kind, upper } = cursor.peek(ahead)
  return (
    kind === 'number' ||
    kind === 'string' ||
    upper === 'MAX' ||
    cursor.is('*', ahead) ||
    (cursor.is('-', ahead) && cursor.peek(ahead + 1).kind === 'number') ||
    (kind === 'word' &&
      (cursor.is(')', ahead + 1) || cursor.is(',', ahead + 1)) &&
      !isTypeName(cursor.peek(ahead + 1).upper) &&
      cursor.is('(', ahead - 1))
  )
}

function readArgument(cursor: Cursor, isSized: boolean): string[] {
  const token = cursor.next()
  if (isSized) return []
  if (token.text === '-') return [`-${cursor.next().text}`]
  if (token.kind === 'number' && /^\d+\.\d+$/.test(token.text)) {
    const text = token.text.replace('.', ',')
    cursor.report(
      'syntax.wrong-character',
      token,
      { written: '.', meant: ',' },
      { span: { start: token.start, end: token.end }, text, label: `Write ${text}` },
    )
    return text.split(',')
  }
  return [token.kind === 'string' ? quoteText(token.text) : token.text]
}

/** VARCHAR 20 */
function bareArgument(cursor: Cursor): string[] {
  const token = cursor.next()
  cursor.report(
    'syntax.missing-bracket',
    token,
    { bracket: '( )', where: `around "${token.text}"` },
    { span: { start: token.start, end: token.end }, text: `(${token.text})`, label: `Write (${token.text})` },
  )
  return [token.text]
}

/** VARCHAR[20] */
function squareArguments(cursor: Cursor): string[] {
  const open = cursor.next()
  const args: string[] = []
  while (!cursor.isAtStatementEnd && !cursor.is(']') && !cursor.is('}') && !cursor.is(')')) {
    const token = cursor.next()
    if (token.kind === 'number') args.push(token.text)
  }
  const close = cursor.next()
  const text = `(${args.join(',')})`
  cursor.report(
    'syntax.wrong-character',
    { start: open.start, end: close.end },
    { written: open.text, meant: '(' },
    { span: { start: open.start, end: close.end }, text, label: `Write ${text}` },
  )
  return args
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
