import type { DataType, Dialect } from '../../schema'

/** A type as a dialect writes it; `lost` says what of it could not be kept. */
export interface TypeText {
  readonly text: string
  readonly lost?: string
}

type PerDialect = Readonly<Partial<Record<Dialect, string>>> & { readonly other: string }

const pick = (texts: PerDialect, dialect: Dialect): string => texts[dialect] ?? texts.other
const kept = (text: string): TypeText => ({ text })

/**
 * The most characters of a text with a length, and digits of a decimal. Sources: the makers' manuals, from
 * memory.
 */
const LONGEST: Readonly<Partial<Record<Dialect, number>>> = { mysql: 16383, sqlserver: 8000, oracle: 4000 }
const MOST_DIGITS: Readonly<Partial<Record<Dialect, number>>> = { mysql: 65, sqlserver: 38, oracle: 38 }
const LONG_TEXT: PerDialect = { iso: 'CLOB', sqlserver: 'VARCHAR(MAX)', oracle: 'CLOB', other: 'TEXT' }

/**
 * Writes a type in a dialect. `isKey`: the column is part of a key or a reference, where some dialects take
 * no text without a length.
 */
export function typeText(
  type: DataType,
  dialect: Dialect,
  { isKey = false }: { isKey?: boolean } = {},
): TypeText {
  const writer = WRITERS[type.family]
  return writer(type, dialect, isKey)
}

const WRITERS: Readonly<
  Record<DataType['family'], (type: DataType, dialect: Dialect, isKey: boolean) => TypeText>
> = {
  integer: integerText,
  decimal: decimalText,
  float: ({ length }, dialect) =>
    length === 32
      ? kept(pick({ mysql: 'FLOAT', oracle: 'BINARY_FLOAT', other: 'REAL' }, dialect))
      : kept(
          pick(
            {
              mysql: 'DOUBLE',
              sqlserver: 'FLOAT',
              oracle: 'BINARY_DOUBLE',
              sqlite: 'DOUBLE',
              other: 'DOUBLE PRECISION',
            },
            dialect,
          ),
        ),
  char: ({ length }) => kept(`CHAR(${length ?? 1})`),
  varchar: varcharText,
  text: (_, dialect, isKey) => longText(dialect, isKey),
  date: () => kept('DATE'),
  time: ({ withZone }, dialect) =>
    dialect === 'oracle'
      ? { text: 'VARCHAR2(8)', lost: 'there is no type for a time alone; it is kept as text' }
      : zoned(withZone, dialect, ['iso', 'postgresql'], 'TIME', 'TIME WITH TIME ZONE'),
  timestamp: ({ withZone }, dialect) =>
    dialect === 'sqlserver'
      ? kept(withZone ? 'DATETIMEOFFSET' : 'DATETIME2')
      : zoned(
          withZone,
          dialect,
          ['iso', 'postgresql', 'oracle'],
          dialect === 'mysql' ? 'DATETIME' : 'TIMESTAMP',
          'TIMESTAMP WITH TIME ZONE',
        ),
  boolean: (_, dialect) =>
    dialect === 'oracle'
      ? { text: 'NUMBER(1)', lost: 'there is no type for true and false; 1 and 0 stand for them' }
      : kept(pick({ sqlserver: 'BIT', other: 'BOOLEAN' }, dialect)),
  binary: ({ length }, dialect) => binaryText(length, dialect),
  uuid: (_, dialect) =>
    dialect === 'postgresql' || dialect === 'sqlserver'
      ? kept(pick({ sqlserver: 'UNIQUEIDENTIFIER', other: 'UUID' }, dialect))
      : { text: 'CHAR(36)', lost: 'there is no type for a UUID; it is kept as text' },
  json: (_, dialect) =>
    dialect === 'sqlserver' || dialect === 'sqlite'
      ? { text: pick(LONG_TEXT, dialect), lost: 'there is no type for JSON; it is kept as text' }
      : kept('JSON'),
  interval: (_, dialect) => {
    if (dialect === 'postgresql') return kept('INTERVAL')
    if (dialect === 'iso' || dialect === 'oracle') return kept('INTERVAL DAY TO SECOND')
    return { text: 'VARCHAR(40)', lost: 'there is no type for a span of time; it is kept as text' }
  },
  enum: ({ members }, dialect) =>
    dialect === 'mysql' && members.length > 0
      ? kept(`ENUM(${members.map(quoteText).join(', ')})`)
      : textOf(longest(members), dialect),
  other: (_, dialect) => ({
    ...textOf(255, dialect),
    lost: 'the type is not known here; it is kept as text',
  }),
}

/** A text as SQL writes it, in single quotation marks. */
export function quoteText(text: string): string {
  return `'${text.replaceAll("'", "''")}'`
}

function longest(members: readonly string[]): number {
  return Math.max(1, ...members.map(member => [...member].length))
}

function textOf(length: number, dialect: Dialect): TypeText {
  return kept(`${dialect === 'oracle' ? 'VARCHAR2' : 'VARCHAR'}(${length})`)
}

function zoned(
  withZone: boolean,
  dialect: Dialect,
  having: readonly Dialect[],
  plain: string,
  full: string,
): TypeText {
  if (!withZone) return kept(plain)
  return having.includes(dialect) ? kept(full) : { text: plain, lost: 'the time zone is not kept' }
}

/** Without a sign a number takes less room, where the server has such types; elsewhere a CHECK holds it back. */
export function hasUnsigned({ family, length, unsigned }: DataType, dialect: Dialect): boolean {
  const isServerTiny = dialect === 'sqlserver' && family === 'integer' && length === 8
  return unsigned && (dialect === 'mysql' || isServerTiny)
}

function integerText(type: DataType, dialect: Dialect): TypeText {
  const { length, unsigned } = type
  const isKept = hasUnsigned(type, dialect)
  const bits = unsigned && !isKept ? (length ?? 32) + 1 : (length ?? 32)
  const sign = isKept && dialect === 'mysql' ? ' UNSIGNED' : ''
  const hasTiny = dialect === 'mysql' || dialect === 'sqlite' || isKept
  if (bits <= 8 && hasTiny) return kept(`TINYINT${sign}`)
  if (bits <= 16) return kept(`SMALLINT${sign}`)
  if (bits <= 24 && (dialect === 'mysql' || dialect === 'sqlite')) return kept(`MEDIUMINT${sign}`)
  if (bits <= 32) return kept(`${pick({ mysql: 'INT', sqlserver: 'INT', other: 'INTEGER' }, dialect)}${sign}`)
  if (bits <= 64) return kept(dialect === 'oracle' ? 'NUMBER(19)' : `BIGINT${sign}`)
  return kept(dialect === 'oracle' ? 'NUMBER(20)' : 'NUMERIC(20)')
}

function decimalText({ precision, scale }: DataType, dialect: Dialect): TypeText {
  const name = pick({ oracle: 'NUMBER', mysql: 'DECIMAL', sqlserver: 'DECIMAL', other: 'NUMERIC' }, dialect)
  const isAny = precision === null
  if (isAny)
    return dialect === 'mysql' || dialect === 'sqlserver'
      ? {
          text: `${name}(38,10)`,
          lost: 'a number of any size has become one of 38 digits, 10 of them after the point',
        }
      : kept(name)
  const most = MOST_DIGITS[dialect] ?? Infinity
  const digits = Math.min(precision, most)
  const places = Math.min(scale ?? 0, digits)
  const text = `${name}(${digits}${places > 0 ? `,${places}` : ''})`
  return precision > most ? { text, lost: `a number has at most ${most} digits` } : kept(text)
}

function varcharText({ length }: DataType, dialect: Dialect, isKey: boolean): TypeText {
  if (length === null) {
    if (dialect === 'postgresql' || dialect === 'sqlite') return kept('VARCHAR')
    if (isKey) return longText(dialect, true)
    return {
      text: pick({ oracle: 'VARCHAR2(4000)', other: 'VARCHAR(255)' }, dialect),
      lost: 'a text of any length has become one with a length',
    }
  }
  return length > (LONGEST[dialect] ?? Infinity) ? longText(dialect, isKey) : textOf(length, dialect)
}

function longText(dialect: Dialect, isKey: boolean): TypeText {
  const needsLength =
    isKey && (dialect === 'mysql' || dialect === 'sqlserver' || dialect === 'oracle' || dialect === 'iso')
  return needsLength
    ? {
        ...textOf(255, dialect),
        lost: 'a key takes no text without a length; it has become one of 255 characters',
      }
    : kept(pick(LONG_TEXT, dialect))
}

function binaryText(length: number | null, dialect: Dialect): TypeText {
  if (dialect === 'postgresql')
    return length === null ? kept('BYTEA') : { text: 'BYTEA', lost: 'the length is not kept' }
  if (length === null) return kept(dialect === 'sqlserver' ? 'VARBINARY(MAX)' : 'BLOB')
  return kept(dialect === 'oracle' ? `RAW(${length})` : `VARBINARY(${length})`)
}

/** How the dialect says that a column numbers itself; empty where it does so without a word. */
export function numberingWords(dialect: Dialect): string {
  switch (dialect) {
    case 'mysql':
      return 'AUTO_INCREMENT'
    case 'sqlserver':
      return 'IDENTITY(1,1)'
    case 'sqlite':
      return ''
    default:
      return 'GENERATED BY DEFAULT AS IDENTITY'
  }
}
