import type { WorldAttribute } from '../../alignment'
import type { Column, Table } from '../../schema'
import { literalsFor } from '../../sql'

/** A unit at the end of a name: the numbers beside it are others than those without, or with another one. */
const UNIT =
  /(?:^|_)(cents?|pence|pennies|pct|percent|percentage|mg|g|grams?|kg|kilos?|kilograms?|mm|cm|km|metres?|meters?|s|secs?|seconds?|min|mins|minutes?|hrs?|hours?|days?|weeks?|months?|years?)$/

const WORDS_FOR_NUMBERS =
  /^(?:mon|tue|wed|thu|fri|sat|sun)(?:\w*day)?$|^(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*$/i

const TRUTH = /^(?:true|false|[tf]|yes|no|[yn10])$/i

const isNumeric = (family: string): boolean =>
  family === 'integer' || family === 'decimal' || family === 'float'
const isText = (family: string): boolean => ['char', 'varchar', 'text', 'enum'].includes(family)
const isNumber = (value: string): boolean => /^[+-]?\d+(\.\d+)?$/.test(value)

/**
 * Whether the column keeps the fact in another notation than the world's values are written in: a price in cents, a
 * day as a word or as its number, yes and no as a truth value. What becomes of a value of the world there is not to
 * be said.
 */
export function isOtherNotation(
  attribute: WorldAttribute,
  table: Table,
  column: Column,
  value: string,
): boolean {
  const [own, written] = [attribute.type, column.type]
  // Nothing, and less than nothing, are the same in every unit.
  if (isNumeric(own.family) && isNumeric(written.family))
    return Number(value) > 0 && unitOf(column.name) !== null && unitOf(column.name) !== unitOf(attribute.name)
  if (isNumber(value) && isText(written.family)) {
    const listed = written.family === 'enum' ? written.members : literalsFor(table, column.name)
    return isNumeric(own.family) && listed.length > 0 && listed.every(word => !isNumber(word))
  }
  if (WORDS_FOR_NUMBERS.test(value) && isText(own.family))
    return isNumeric(written.family) || written.family === 'date'
  return TRUTH.test(value) && (own.family === 'boolean') !== (written.family === 'boolean')
}

function unitOf(name: string): string | null {
  const [, unit] = UNIT.exec(name.replace(/([a-z])([A-Z])/g, '$1_$2').toLowerCase()) ?? []
  return unit === undefined ? null : unit.replace(/s$/, '')
}
