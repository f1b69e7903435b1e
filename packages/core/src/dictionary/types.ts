import { UNKNOWN_TYPE, dataType, isTypeName, type DataType } from '../schema'

/** Words for types that people use beside those of SQL: what each is, with and without a size. */
const WORDS: Readonly<Record<string, { readonly sized: string; readonly plain: string }>> = {
  'TEXT': { sized: 'VARCHAR', plain: 'TEXT' },
  'STRING': { sized: 'VARCHAR', plain: 'TEXT' },
  'ALPHANUMERIC': { sized: 'VARCHAR', plain: 'TEXT' },
  'SHORT TEXT': { sized: 'VARCHAR', plain: 'TEXT' },
  'LONG TEXT': { sized: 'VARCHAR', plain: 'TEXT' },
  'CHARACTERS': { sized: 'VARCHAR', plain: 'TEXT' },
  'WORDS': { sized: 'VARCHAR', plain: 'TEXT' },
  'CODE': { sized: 'CHAR', plain: 'TEXT' },
  'FIXED TEXT': { sized: 'CHAR', plain: 'TEXT' },
  'VARCHAR': { sized: 'VARCHAR', plain: 'VARCHAR' },
  'VARIABLE TEXT': { sized: 'VARCHAR', plain: 'TEXT' },
  'WHOLE NUMBER': { sized: 'INTEGER', plain: 'INTEGER' },
  'NUMBER': { sized: 'NUMERIC', plain: 'NUMERIC' },
  'EXACT NUMBER': { sized: 'NUMERIC', plain: 'NUMERIC' },
  'MONEY': { sized: 'NUMERIC', plain: 'NUMERIC' },
  'CURRENCY': { sized: 'NUMERIC', plain: 'NUMERIC' },
  'AMOUNT': { sized: 'NUMERIC', plain: 'NUMERIC' },
  'COUNTER': { sized: 'INTEGER', plain: 'INTEGER' },
  'AUTONUMBER': { sized: 'INTEGER', plain: 'INTEGER' },
  'AUTO NUMBER': { sized: 'INTEGER', plain: 'INTEGER' },
  'YES/NO': { sized: 'BOOLEAN', plain: 'BOOLEAN' },
  'DATE/TIME': { sized: 'TIMESTAMP', plain: 'TIMESTAMP' },
  'DATE AND TIME': { sized: 'TIMESTAMP', plain: 'TIMESTAMP' },
}

/** Families whose size is how many characters or digits there are. */
const SIZED: ReadonlySet<DataType['family']> = new Set(['char', 'varchar', 'decimal'])

export interface ReadType {
  readonly type: DataType
  readonly isKnown: boolean
  /** Whether this type needs a size and none is given. */
  readonly lacksSize: boolean
}

/** The type that a dictionary describes: `varchar(30)` whole, or `text` with the size 30. */
export function readType(written: string, size: string): ReadType {
  const [name = '', args = ''] = written.split('(')
  const upper = name.trim().toUpperCase().replace(/\s+/g, ' ')
  const numbers = sizesIn(args !== '' ? args : size)
  const word = Object.hasOwn(WORDS, upper) ? WORDS[upper]! : undefined
  const ofWord = numbers.length > 0 ? word?.sized : word?.plain
  const known = ofWord ?? (isTypeName(upper) ? upper : undefined)
  if (known === undefined)
    return { type: { ...UNKNOWN_TYPE, text: written.trim() || 'no type' }, isKnown: false, lacksSize: false }
  const bare = dataType(known, [], '')
  const used = SIZED.has(bare.family) ? numbers.slice(0, bare.family === 'decimal' ? 2 : 1) : []
  const text = `${known.toLowerCase()}${used.length > 0 ? `(${used.join(',')})` : ''}`
  return {
    type: dataType(known, used, text),
    isKnown: true,
    lacksSize:
      used.length === 0 &&
      (bare.family === 'char' ||
        known === 'VARCHAR' ||
        ((upper === 'CODE' || upper === 'FIXED TEXT') && numbers.length === 0)),
  }
}

/** The numbers of a size: 9; 6,2; 6.2; 4 digits and 2 after the point. */
function sizesIn(size: string): string[] {
  return (size.match(/\d{1,6}/g) ?? []).slice(0, 2)
}
