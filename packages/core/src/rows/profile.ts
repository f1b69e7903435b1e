import { dataType, type DataType } from '../schema'
import { datesIn, type DateReading } from './dates'
import { listsIn, type ListReading } from './lists'
import { formatOf } from './mask'
import { severalFactsIn, type SeveralFacts } from './several-facts'
import type { FlatTable } from './table'
import { spelledAlike } from './alike'

/** What the values of a column are, and how they would be kept without loss. */
export interface ColumnProfile {
  readonly name: string
  /** The type with the least loss. */
  readonly type: DataType
  /** Cells with nothing in them. */
  readonly empty: number
  readonly required: boolean
  readonly distinct: number
  /**
   * The mask that all values share: A a capital, a a small letter, 9 a digit, other characters as they stand;
   * of dates YYYY-MM-DD and the like; null where they share none.
   */
  readonly format: string | null
  /** Up to three values that differ as much as they can. */
  readonly examples: readonly string[]
  /** Where cells hold several values: what separates them. */
  readonly list: ListReading | null
  /** Numbers that would lose their leading zeros as numbers. */
  readonly leadingZeros: boolean
  readonly dates: DateReading | null
  /** All values, where there are few and each is used often. */
  readonly members: readonly string[] | null
  readonly several: SeveralFacts | null
  /** Values that differ only in spelling: case, spaces, accents, one letter. */
  readonly alike: readonly (readonly [string, string])[]
  /** Values of another kind than the rest: words among numbers, numbers among codes. */
  readonly strangers: readonly string[]
}

/**
 * What each column of a table holds. Linear in the cells, but for `alike`, which looks at the first few
 * hundred values of a column.
 */
export function profile(table: FlatTable): ColumnProfile[] {
  return table.columns.map((name, at) =>
    profileColumn(
      name,
      table.rows.map(row => row[at]!),
    ),
  )
}

export function profileColumn(name: string, cells: readonly string[]): ColumnProfile {
  const counts = new Map<string, number>()
  let empty = 0
  for (const cell of cells) {
    if (cell === '') empty++
    else counts.set(cell, (counts.get(cell) ?? 0) + 1)
  }
  const values = [...counts.keys()]
  const dates = datesIn(values)
  const areDigits = values.length > 0 && values.every(value => /^\d+$/.test(value))
  const leadingZeros = areDigits && values.some(value => /^0\d+$/.test(value))
  // A phone number and a postcode are texts though none begins with a zero yet.
  const areCodes = leadingZeros || (areDigits && CODE_NAME.test(name.trim()))
  const list = listsIn(counts, name)
  const { type, strangers } = leastLoss(values, counts, { dates, areCodes, isList: list !== null })
  const oneDate = dates?.formats.length === 1 && !dates.isAmbiguous ? dates.formats[0]! : null
  const ofCells = dates ? oneDate : formatOf(values)
  const format = list ? null : ofCells
  return {
    name,
    type,
    empty,
    required: empty === 0 && cells.length > 0,
    distinct: values.length,
    format,
    examples: examplesOf(values),
    list,
    leadingZeros,
    dates,
    members: membersOf(name, counts, type),
    several: list || dates ? null : severalFactsIn(name, values),
    alike: isText(type) ? spelledAlike(values) : [],
    strangers,
  }
}

/** Names of what is made of digits and never reckoned with. */
const CODE_NAME =
  /(?:^|[_\s])(?:phone|telephone|tel|mobile|fax|zip|zipcode|postcode|postal[_\s]?code|isbn|iban|ean|pin)(?:$|[_\s])/i

const largest = (numbers: readonly number[]): number => numbers.reduce((a, b) => Math.max(a, b), 0)
const isText = ({ family }: DataType): boolean =>
  family === 'varchar' || family === 'char' || family === 'text'

const INTEGER = /^-?(?:0|[1-9]\d{0,17})$/
const DECIMAL = /^-?(?:0|[1-9]\d{0,17})(?:\.\d{1,12})?$/
const TIME = /^(?:[01]\d|2[0-3]):[0-5]\d(?::[0-5]\d)?$/
const TRUTH = /^(?:true|false)$/i
/** The share of values that may be of another kind before they speak for text: they are strangers. */
const STRANGE = 0.05

interface Seen {
  readonly dates: DateReading | null
  /** Digits that are no number: they begin with zeros, or the column is called so. */
  readonly areCodes: boolean
  readonly isList: boolean
}

/**
 * The narrowest type that keeps every value as it is written; with those that keep it from being narrower,
 * where they are few.
 */
function leastLoss(
  values: readonly string[],
  counts: ReadonlyMap<string, number>,
  { dates, areCodes, isList }: Seen,
): { type: DataType; strangers: string[] } {
  const all = (pattern: RegExp): boolean => values.length > 0 && values.every(value => pattern.test(value))
  if (!areCodes && !isList) {
    if (all(INTEGER)) return { type: integerFor(values), strangers: [] }
    if (all(DECIMAL)) return { type: decimalFor(values), strangers: [] }
    if (dates && dates.formats.length === 1 && !dates.isAmbiguous)
      return { type: dataType('DATE', [], 'date'), strangers: [] }
    if (all(TIME)) return { type: dataType('TIME', [], 'time'), strangers: [] }
    if (all(TRUTH)) return { type: dataType('BOOLEAN', [], 'boolean'), strangers: [] }
  }
  return { type: textFor(values), strangers: isList ? [] : strangersIn(values, counts) }
}

/** Words among numbers, or numbers among codes: what a few cells hold and the rest does not. */
function strangersIn(values: readonly string[], counts: ReadonlyMap<string, number>): string[] {
  const total = [...counts.values()].reduce((sum, count) => sum + count, 0)
  const few = (strange: readonly string[]): boolean =>
    strange.length > 0 &&
    strange.reduce((sum, value) => sum + counts.get(value)!, 0) <= Math.max(1, total * STRANGE)
  const words = values.filter(value => !DECIMAL.test(value))
  if (few(words) && words.length < values.length / 2) return words.slice(0, 5)
  const numbers = values.filter(value => DECIMAL.test(value))
  return few(numbers) && numbers.length < values.length / 2 ? numbers.slice(0, 5) : []
}

function integerFor(values: readonly string[]): DataType {
  const most = values.reduce((most, value) => {
    const size = value.startsWith('-') ? -BigInt(value) - 1n : BigInt(value)
    return size > most ? size : most
  }, 0n)
  return most < 1n << 31n ? dataType('INTEGER', [], 'integer') : dataType('BIGINT', [], 'bigint')
}

function decimalFor(values: readonly string[]): DataType {
  const parts = values.map(value => value.replace('-', '').split('.'))
  const scale = largest(parts.map(([, after = '']) => after.length))
  const whole = largest(parts.map(([before = '']) => (before === '0' ? 0 : before.length)))
  const args = [String(Math.max(1, whole + scale)), String(scale)]
  return dataType('NUMERIC', args, `numeric(${args.join(',')})`)
}

/**
 * A text whose values are all of one length and look like codes is of that length; another may be as long as
 * its longest.
 */
function textFor(values: readonly string[]): DataType {
  const lengths = values.map(value => [...value].length)
  const longest = Math.max(1, largest(lengths))
  const isFixed =
    values.length > 1 &&
    lengths.every(length => length === longest) &&
    values.every(value => !/\s/.test(value))
  return isFixed
    ? dataType('CHAR', [String(longest)], `char(${longest})`)
    : dataType('VARCHAR', [String(longest)], `varchar(${longest})`)
}

/** The first, the shortest and the longest. */
function examplesOf(values: readonly string[]): string[] {
  const sorted = [...values].sort((a, b) => a.length - b.length)
  return [...new Set([values[0], sorted[0], sorted.at(-1)])].filter(value => value !== undefined).slice(0, 3)
}

const MOST_MEMBERS = 8

/** Names of columns that say that there are so many kinds and no more. */
const KIND_NAME =
  /(?:^|_)(?:kind|type|sort|state|status|stage|colou?r|day|weekday|month|season|size|grade|class|category|level|mode|unit|gender|sex|shift|rank|method)s?$/i
const KEY_NAME = /(?:^|_)(?:no|nr|num|number|id|code|key|ref)$/i

/**
 * What a column of few kinds holds. Names are none: of people and places there will be others, which is to be feared
 * of all that begins with a capital, and so is it of what numbers things.
 */
function membersOf(name: string, counts: ReadonlyMap<string, number>, type: DataType): string[] | null {
  if (!isText(type) || counts.size < 2 || counts.size > MOST_MEMBERS) return null
  const column = name.trim().replaceAll(/[\s-]+/g, '_')
  if (KEY_NAME.test(column)) return null
  const areNames = [...counts.keys()].some(value => /^\p{Lu}\p{Ll}/u.test(value) || /\s/.test(value.trim()))
  if (areNames && !KIND_NAME.test(column)) return null
  const used = [...counts.values()]
  const total = used.reduce((sum, count) => sum + count, 0)
  return total >= counts.size * 4 ? [...counts.keys()].sort() : null
}
