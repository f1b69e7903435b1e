import type { Dialect } from './dialect'
import type { TypeFamily } from './types'

export interface KnownType {
  readonly family: TypeFamily
  readonly length?: number
  readonly precision?: number
  readonly scale?: number
  readonly withZone?: boolean
  /** The column numbers itself. */
  readonly numbers?: boolean
  readonly unsigned?: boolean
}

type Entry = readonly [names: string, dialects: string, type: KnownType]

const LETTER: Readonly<Record<string, Dialect>> = {
  i: 'iso',
  p: 'postgresql',
  m: 'mysql',
  s: 'sqlserver',
  o: 'oracle',
  l: 'sqlite',
}

/**
 * Type names by the dialects that have them: i ISO, p PostgreSQL, m MySQL, s SQL Server, o Oracle, l SQLite.
 * Where a name means different things, an entry for some dialects stands before the general one. Sources:
 * ISO/IEC 9075-2 section 6.1, PostgreSQL 15 table 8.1; MySQL, SQL Server, Oracle and SQLite from memory.
 */
const ENTRIES: readonly Entry[] = [
  ['SMALLINT', 'ipmsol', { family: 'integer', length: 16 }],
  ['INT2', 'pml', { family: 'integer', length: 16 }],
  ['INTEGER,INT', 'ipmsol', { family: 'integer', length: 32 }],
  ['INT4', 'pm', { family: 'integer', length: 32 }],
  ['BIGINT', 'ipmsl', { family: 'integer', length: 64 }],
  ['INT8', 'pml', { family: 'integer', length: 64 }],
  ['TINYINT', 's', { family: 'integer', length: 8, unsigned: true }],
  ['TINYINT,INT1', 'ml', { family: 'integer', length: 8 }],
  ['MEDIUMINT,INT3,MIDDLEINT', 'ml', { family: 'integer', length: 24 }],
  ['SERIAL', 'm', { family: 'integer', length: 64, numbers: true, unsigned: true }],
  ['SERIAL,SERIAL4', 'p', { family: 'integer', length: 32, numbers: true }],
  ['BIGSERIAL,SERIAL8', 'p', { family: 'integer', length: 64, numbers: true }],
  ['SMALLSERIAL,SERIAL2', 'p', { family: 'integer', length: 16, numbers: true }],
  ['NUMERIC,DECIMAL', 'ipmsol', { family: 'decimal' }],
  ['DEC', 'ipmsol', { family: 'decimal' }],
  ['FIXED', 'm', { family: 'decimal' }],
  ['NUMBER', 'o', { family: 'decimal' }],
  ['MONEY', 's', { family: 'decimal', precision: 19, scale: 4 }],
  ['MONEY', 'p', { family: 'decimal', precision: 19, scale: 2 }],
  ['SMALLMONEY', 's', { family: 'decimal', precision: 10, scale: 4 }],
  ['REAL', 'ml', { family: 'float', length: 64 }],
  ['REAL', 'ipso', { family: 'float', length: 32 }],
  ['FLOAT', 'm', { family: 'float', length: 32 }],
  ['FLOAT', 'ipsol', { family: 'float', length: 64 }],
  ['FLOAT4,FLOAT8', 'pm', { family: 'float', length: 64 }],
  ['DOUBLE', 'ml', { family: 'float', length: 64 }],
  ['DOUBLE PRECISION', 'ipmsol', { family: 'float', length: 64 }],
  ['BINARY_FLOAT', 'o', { family: 'float', length: 32 }],
  ['BINARY_DOUBLE', 'o', { family: 'float', length: 64 }],
  ['CHAR,CHARACTER', 'ipmsol', { family: 'char' }],
  ['NCHAR,NATIONAL CHAR,NATIONAL CHARACTER', 'ipmsol', { family: 'char' }],
  ['BPCHAR', 'p', { family: 'char' }],
  ['VARCHAR', 'ipmsol', { family: 'varchar' }],
  ['CHARACTER VARYING,CHAR VARYING', 'ipmsol', { family: 'varchar' }],
  ['NVARCHAR', 'msl', { family: 'varchar' }],
  [
    'NATIONAL CHARACTER VARYING,NATIONAL CHAR VARYING,NATIONAL VARCHAR,NCHAR VARYING',
    'ipmsol',
    { family: 'varchar' },
  ],
  ['VARCHAR2,NVARCHAR2', 'o', { family: 'varchar' }],
  ['SYSNAME', 's', { family: 'varchar', length: 128 }],
  ['NAME', 'p', { family: 'varchar', length: 63 }],
  ['TEXT', 'pmsl', { family: 'text' }],
  ['NTEXT', 's', { family: 'text' }],
  ['CLOB,CHARACTER LARGE OBJECT', 'iol', { family: 'text' }],
  ['NCLOB', 'io', { family: 'text' }],
  ['TINYTEXT,MEDIUMTEXT,LONGTEXT,LONG VARCHAR', 'm', { family: 'text' }],
  ['LONG', 'om', { family: 'text' }],
  ['CITEXT', 'p', { family: 'text' }],
  ['DATE', 'ipmsol', { family: 'date' }],
  ['YEAR', 'm', { family: 'integer', length: 16 }],
  ['TIME,TIME WITHOUT TIME ZONE', 'ipmsl', { family: 'time' }],
  ['TIME WITH TIME ZONE', 'ip', { family: 'time', withZone: true }],
  ['TIMETZ', 'p', { family: 'time', withZone: true }],
  ['TIMESTAMP,ROWVERSION', 's', { family: 'binary' }],
  ['TIMESTAMP,TIMESTAMP WITHOUT TIME ZONE', 'ipmol', { family: 'timestamp' }],
  ['DATETIME', 'msl', { family: 'timestamp' }],
  ['DATETIME2,SMALLDATETIME', 's', { family: 'timestamp' }],
  ['DATETIMEOFFSET', 's', { family: 'timestamp', withZone: true }],
  ['TIMESTAMP WITH TIME ZONE', 'ipo', { family: 'timestamp', withZone: true }],
  ['TIMESTAMP WITH LOCAL TIME ZONE', 'o', { family: 'timestamp', withZone: true }],
  ['TIMESTAMPTZ', 'p', { family: 'timestamp', withZone: true }],
  ['BOOLEAN', 'ipml', { family: 'boolean' }],
  ['BOOL', 'pml', { family: 'boolean' }],
  ['BIT', 's', { family: 'boolean' }],
  ['BIT,BIT VARYING,VARBIT', 'pm', { family: 'other' }],
  ['BYTEA', 'p', { family: 'binary' }],
  ['BLOB', 'imol', { family: 'binary' }],
  ['BINARY LARGE OBJECT', 'i', { family: 'binary' }],
  ['BINARY,VARBINARY', 'imsl', { family: 'binary' }],
  ['BINARY VARYING', 'is', { family: 'binary' }],
  ['TINYBLOB,MEDIUMBLOB,LONGBLOB', 'm', { family: 'binary' }],
  ['RAW,LONG RAW,BFILE', 'o', { family: 'binary' }],
  ['IMAGE', 's', { family: 'binary' }],
  ['UUID', 'pm', { family: 'uuid' }],
  ['UNIQUEIDENTIFIER', 's', { family: 'uuid' }],
  ['JSON', 'ipmo', { family: 'json' }],
  ['JSONB', 'p', { family: 'json' }],
  ['INTERVAL', 'ipo', { family: 'interval' }],
  ['ENUM', 'm', { family: 'enum' }],
  ['SET', 'm', { family: 'other' }],
  ['XML', 'ips', { family: 'other' }],
  ['XMLTYPE,ROWID,UROWID,SDO_GEOMETRY', 'o', { family: 'other' }],
  ['SQL_VARIANT,HIERARCHYID,CURSOR', 's', { family: 'other' }],
  ['GEOMETRY,GEOGRAPHY', 'pms', { family: 'other' }],
  ['POINT,POLYGON', 'pm', { family: 'other' }],
  ['LINESTRING,MULTIPOINT,MULTIPOLYGON,GEOMETRYCOLLECTION,INET4,INET6', 'm', { family: 'other' }],
  [
    'INET,CIDR,MACADDR,MACADDR8,LINE,LSEG,BOX,PATH,CIRCLE,TSVECTOR,TSQUERY,DATERANGE,INT4RANGE,INT8RANGE,NUMRANGE,TSRANGE,TSTZRANGE,HSTORE,OID,REGCLASS,PG_LSN,LTREE',
    'p',
    { family: 'other' },
  ],
]

const byDialect = new Map<Dialect, Map<string, KnownType>>()
const anywhere = new Map<string, { readonly type: KnownType; readonly dialects: readonly Dialect[] }>()
for (const [names, letters, type] of ENTRIES) {
  const dialects = [...letters].map(letter => LETTER[letter]!)
  for (const name of names.split(',')) {
    for (const dialect of dialects) {
      const own = byDialect.get(dialect) ?? new Map<string, KnownType>()
      if (!own.has(name)) own.set(name, type)
      byDialect.set(dialect, own)
    }
    const known = anywhere.get(name)
    anywhere.set(
      name,
      known ? { type: known.type, dialects: [...known.dialects, ...dialects] } : { type, dialects },
    )
  }
}

/** Every type name of any dialect, in upper case. */
export const TYPE_NAMES: readonly string[] = [...anywhere.keys()]

/** The type names of one dialect. */
export function typeNamesOf(dialect: Dialect): readonly string[] {
  return [...byDialect.get(dialect)!.keys()]
}

/** What the name means in the dialect; where that does not have it, what it means elsewhere. */
export function knownType(upper: string, dialect: Dialect): KnownType | undefined {
  return byDialect.get(dialect)!.get(upper) ?? anywhere.get(upper)?.type
}

export function isTypeName(upper: string): boolean {
  return anywhere.has(upper)
}

/** The dialects that have the type; none for a name that is no type anywhere. */
export function dialectsOfType(upper: string): readonly Dialect[] {
  return anywhere.get(upper)?.dialects ?? []
}
