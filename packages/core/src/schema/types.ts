/** What kind of values a column takes; `text` keeps the type as it was written. */
export type TypeFamily
  = | 'integer' | 'decimal' | 'float' | 'char' | 'varchar' | 'text' | 'date' | 'time' | 'timestamp' | 'boolean' | 'binary'
    | 'uuid' | 'json' | 'interval' | 'enum' | 'other'

export interface DataType {
  readonly family: TypeFamily
  readonly text: string
  /** Characters of a text, bits of an integer or float. */
  readonly length: number | null
  /** Digits in all of a decimal. */
  readonly total: number | null
  /** Digits after the point of a decimal. */
  readonly scale: number | null
  readonly withZone: boolean
  readonly unsigned: boolean
  readonly members: readonly string[]
}

interface Known {
  readonly family: TypeFamily
  readonly length?: number
  readonly numbers?: boolean
  readonly withZone?: boolean
}

/** Type names by upper-case spelling. Sources: ISO/IEC 9075-2 section 6.1, PostgreSQL 15 table 8.1; MySQL and others from memory. */
const KNOWN: Readonly<Record<string, Known>> = {
  'SMALLINT': { family: 'integer', length: 16 }, 'INT2': { family: 'integer', length: 16 },
  'INTEGER': { family: 'integer', length: 32 }, 'INT': { family: 'integer', length: 32 }, 'INT4': { family: 'integer', length: 32 },
  'BIGINT': { family: 'integer', length: 64 }, 'INT8': { family: 'integer', length: 64 },
  'TINYINT': { family: 'integer', length: 8 }, 'MEDIUMINT': { family: 'integer', length: 24 },
  'SERIAL': { family: 'integer', length: 32, numbers: true }, 'SERIAL4': { family: 'integer', length: 32, numbers: true },
  'BIGSERIAL': { family: 'integer', length: 64, numbers: true }, 'SERIAL8': { family: 'integer', length: 64, numbers: true },
  'SMALLSERIAL': { family: 'integer', length: 16, numbers: true },
  'NUMERIC': { family: 'decimal' }, 'DECIMAL': { family: 'decimal' }, 'DEC': { family: 'decimal' }, 'NUMBER': { family: 'decimal' },
  'MONEY': { family: 'decimal' },
  'REAL': { family: 'float', length: 32 }, 'FLOAT4': { family: 'float', length: 32 }, 'FLOAT': { family: 'float', length: 64 },
  'DOUBLE': { family: 'float', length: 64 }, 'DOUBLE PRECISION': { family: 'float', length: 64 }, 'FLOAT8': { family: 'float', length: 64 },
  'CHAR': { family: 'char' }, 'CHARACTER': { family: 'char' }, 'BPCHAR': { family: 'char' }, 'NCHAR': { family: 'char' },
  'VARCHAR': { family: 'varchar' }, 'CHARACTER VARYING': { family: 'varchar' }, 'CHAR VARYING': { family: 'varchar' },
  'NVARCHAR': { family: 'varchar' }, 'VARCHAR2': { family: 'varchar' }, 'NVARCHAR2': { family: 'varchar' },
  'TEXT': { family: 'text' }, 'CLOB': { family: 'text' }, 'TINYTEXT': { family: 'text' }, 'MEDIUMTEXT': { family: 'text' },
  'LONGTEXT': { family: 'text' }, 'CITEXT': { family: 'text' }, 'NAME': { family: 'varchar', length: 63 },
  'DATE': { family: 'date' }, 'YEAR': { family: 'integer', length: 16 },
  'TIME': { family: 'time' }, 'TIME WITH TIME ZONE': { family: 'time', withZone: true }, 'TIMETZ': { family: 'time', withZone: true },
  'TIME WITHOUT TIME ZONE': { family: 'time' },
  'TIMESTAMP': { family: 'timestamp' }, 'DATETIME': { family: 'timestamp' }, 'DATETIME2': { family: 'timestamp' },
  'TIMESTAMP WITHOUT TIME ZONE': { family: 'timestamp' },
  'TIMESTAMP WITH TIME ZONE': { family: 'timestamp', withZone: true }, 'TIMESTAMPTZ': { family: 'timestamp', withZone: true },
  'BOOLEAN': { family: 'boolean' }, 'BOOL': { family: 'boolean' }, 'BIT': { family: 'other' }, 'BIT VARYING': { family: 'other' },
  'BYTEA': { family: 'binary' }, 'BLOB': { family: 'binary' }, 'BINARY': { family: 'binary' }, 'VARBINARY': { family: 'binary' },
  'BINARY VARYING': { family: 'binary' }, 'LONGBLOB': { family: 'binary' }, 'MEDIUMBLOB': { family: 'binary' },
  'UUID': { family: 'uuid' }, 'JSON': { family: 'json' }, 'JSONB': { family: 'json' }, 'XML': { family: 'other' },
  'INTERVAL': { family: 'interval' }, 'ENUM': { family: 'enum' }, 'SET': { family: 'other' },
  'INET': { family: 'other' }, 'CIDR': { family: 'other' }, 'MACADDR': { family: 'other' }, 'POINT': { family: 'other' },
  'TSVECTOR': { family: 'other' }, 'DATERANGE': { family: 'other' }, 'INT4RANGE': { family: 'other' }, 'TSTZRANGE': { family: 'other' },
  'GEOMETRY': { family: 'other' }, 'GEOGRAPHY': { family: 'other' }, 'OID': { family: 'other' },
}

export const TYPE_NAMES: readonly string[] = Object.keys(KNOWN)

export function isTypeName(upper: string): boolean {
  return Object.hasOwn(KNOWN, upper)
}

/** Whether a column of this type numbers itself (SERIAL and its kin). */
export function typeNumbers(upper: string): boolean {
  return Object.hasOwn(KNOWN, upper) && (KNOWN[upper]!.numbers ?? false)
}

/** Normalises a type from its upper-case name and the arguments in brackets. Unknown names give the family `other`. */
export function dataType(upper: string, args: readonly string[], text: string, unsigned = false): DataType {
  const known: Known = Object.hasOwn(KNOWN, upper) ? KNOWN[upper]! : { family: 'other' }
  const numbers = args.map(Number).filter(Number.isFinite)
  const isText = known.family === 'char' || known.family === 'varchar'
  const isDecimal = known.family === 'decimal'
  return {
    family: known.family,
    text,
    length: isText ? numbers[0] ?? known.length ?? (known.family === 'char' ? 1 : null) : known.length ?? null,
    total: isDecimal ? numbers[0] ?? (upper === 'MONEY' ? 19 : null) : null,
    scale: isDecimal ? numbers[1] ?? (upper === 'MONEY' ? 2 : numbers.length > 0 ? 0 : null) : null,
    withZone: known.withZone ?? false,
    unsigned,
    members: known.family === 'enum' ? args.map(arg => arg.replace(/^'(.*)'$/s, '$1').replaceAll('\'\'', '\'')) : [],
  }
}

export const UNKNOWN_TYPE: DataType = dataType('', [], '')

const TEXTS: readonly TypeFamily[] = ['char', 'varchar', 'text']
const NUMBERS: readonly TypeFamily[] = ['integer', 'decimal', 'float']

/** How well a foreign key of type `a` fits a key of type `b`: the same, comparable, or refused by the database. */
export function typesMatch(a: DataType, b: DataType): 'exactly' | 'compatibly' | 'not' {
  if (a.family === 'other' || b.family === 'other') return a.text.toLowerCase() === b.text.toLowerCase() ? 'exactly' : 'compatibly'
  const bothText = TEXTS.includes(a.family) && TEXTS.includes(b.family)
  const bothNumber = NUMBERS.includes(a.family) && NUMBERS.includes(b.family)
  const bothMoment = isMoment(a) && isMoment(b)
  if (a.family !== b.family) return bothText || bothNumber || bothMoment ? 'compatibly' : 'not'
  return a.length === b.length && a.total === b.total && a.scale === b.scale && a.unsigned === b.unsigned && a.withZone === b.withZone
    ? 'exactly'
    : 'compatibly'
}

function isMoment(type: DataType): boolean {
  return type.family === 'date' || type.family === 'timestamp'
}
