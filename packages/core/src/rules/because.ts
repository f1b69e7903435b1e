import type { Span } from '../findings'
import { sameColumns, type Key, type Table } from '../schema'
import { REASONS, type BecauseCode, type ParamsOf } from './reasons'
import type { Because } from './verdict'

type Placed = { readonly span: Span; readonly given?: boolean } | undefined

/** A reason with its place in the script; parts that the exercise gave have no place there. */
export function becauseOf<C extends BecauseCode>(code: C, params: ParamsOf<C>, placed?: Placed): Because {
  return placed ? { code, params, place: placed.span } : { code, params }
}

export function keyInWords(table: Table, key: Key): string {
  const isPrimary = table.primaryKey !== null && sameColumns(table.primaryKey.columns, key.columns)
  return `${isPrimary ? 'PRIMARY KEY' : 'UNIQUE'} (${key.columns.join(', ')})`
}

/** The words of a reason, full or as a student is told it. `becauseOf` made sure of its names. */
const say = ({ code, params }: Because, how: 'full' | 'told'): string =>
  (REASONS[code][how] as (params: Because['params']) => string)(params)

/**
 * What a student is told of a reason: the student's own names, never those of the model answer. Undefined
 * where that is the sentence itself.
 */
export function becauseForStudent(because: Because): string | undefined {
  const { full, told } = REASONS[because.code]
  return told === full ? undefined : say(because, 'told')
}

/** The sentence of a reason. It names the answer's own things, and for what is missing the exercise's. */
export function becauseInWords(because: Because): string {
  return say(because, 'full')
}
