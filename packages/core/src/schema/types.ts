import type { Dialect } from './dialect'
import { knownType, type KnownType } from './type-names'

/** What kind of values a column takes; `text` keeps the type as it was written. */
export type TypeFamily =
  | 'integer'
  | 'decimal'
  | 'float'
  | 'char'
  | 'varchar'
  | 'text'
  | 'date'
  | 'time'
  | 'timestamp'
  | 'boolean'
  | 'binary'
  | 'uuid'
  | 'json'
  | 'interval'
  | 'enum'
  | 'other'

export interface DataType {
  readonly family: TypeFamily
  readonly text: string
  /** Characters of a text, bits of an integer or float. */
  readonly length: number | null
  /** Digits in all of a decimal. */
  readonly precision: number | null
  /** Digits after the point of a decimal. */
  readonly scale: number | null
  readonly withZone: boolean
  readonly unsigned: boolean
  readonly members: readonly string[]
}

/** Whether a column of this type numbers itself (SERIAL and its kin). */
export function typeNumbers(upper: string, dialect: Dialect = 'postgresql'): boolean {
  return knownType(upper, dialect)?.numbers ?? false
}

/**
 * Normalises a type from its upper-case name and the arguments in brackets, as the dialect means it. Unknown
 * names give the family `other`.
 */
export function dataType(
  upper: string,
  args: readonly string[],
  text: string,
  { unsigned = false, dialect = 'postgresql' }: { unsigned?: boolean; dialect?: Dialect } = {},
): DataType {
  const known: KnownType = knownType(upper, dialect) ?? { family: 'other' }
  const isLong = args[0]?.toUpperCase() === 'MAX' && (known.family === 'varchar' || known.family === 'binary')
  const family = isLong && known.family === 'varchar' ? 'text' : known.family
  const numbers = args.map(arg => (arg === '*' ? 38 : Number(arg))).filter(Number.isFinite)
  return {
    family,
    text,
    ...sizes(family, known, numbers),
    withZone: known.withZone ?? false,
    unsigned: unsigned || (known.unsigned ?? false),
    members:
      known.family === 'enum'
        ? args.map(arg => arg.replace(/^(['"])(.*)\1$/s, '$2').replaceAll("''", "'"))
        : [],
  }
}

function sizes(
  family: TypeFamily,
  known: KnownType,
  numbers: readonly number[],
): Pick<DataType, 'length' | 'precision' | 'scale'> {
  const none = { length: known.length ?? null, precision: null, scale: null }
  switch (family) {
    case 'char':
      return { ...none, length: numbers[0] ?? known.length ?? 1 }
    case 'varchar':
    case 'binary':
      return { ...none, length: numbers[0] ?? known.length ?? null }
    case 'float':
      return { ...none, length: numbers.length === 1 ? floatBits(numbers[0]!) : (known.length ?? null) }
    case 'decimal':
      return numbers.length > 0
        ? { ...none, precision: numbers[0]!, scale: numbers[1] ?? 0 }
        : { ...none, precision: known.precision ?? null, scale: known.scale ?? null }
    default:
      return none
  }
}

export const UNKNOWN_TYPE: DataType = dataType('', [], '')

const TEXTS: readonly TypeFamily[] = ['char', 'varchar', 'text']
const NUMBERS: readonly TypeFamily[] = ['integer', 'decimal', 'float']

/**
 * How well a foreign key of type `a` fits a key of type `b`: the same, comparable, or refused by the
 * database.
 */
export function typesMatch(a: DataType, b: DataType): 'exactly' | 'compatibly' | 'not' {
  if (a.family === 'other' || b.family === 'other')
    return a.text.toLowerCase() === b.text.toLowerCase() ? 'exactly' : 'compatibly'
  const bothText = TEXTS.includes(a.family) && TEXTS.includes(b.family)
  const bothNumber = NUMBERS.includes(a.family) && NUMBERS.includes(b.family)
  const bothMoment = isMoment(a) && isMoment(b)
  if (a.family !== b.family) return bothText || bothNumber || bothMoment ? 'compatibly' : 'not'
  return a.length === b.length &&
    a.precision === b.precision &&
    a.scale === b.scale &&
    a.unsigned === b.unsigned &&
    a.withZone === b.withZone
    ? 'exactly'
    : 'compatibly'
}

function isMoment(type: DataType): boolean {
  return type.family === 'date' || type.family === 'timestamp'
}

/** How many bits a float of so many binary digits takes (common practice). */
function floatBits(digits: number): number {
  return digits <= 24 ? 32 : 64
}
