import type { Span } from '../findings'
import { sameColumns, type Key, type Table } from '../schema'
import { phrase, reason, type Phrase, type ReasonCode, type ReasonNames } from '../words'
import type { Because } from './verdict'

type Placed = { readonly span: Span; readonly given?: boolean } | undefined

/** A reason with its place in the script; parts that the exercise gave have no place there. */
export function becauseOf<C extends ReasonCode>(code: C, names: ReasonNames<C>, placed?: Placed): Because {
  return placed ? { ...reason(code, names), place: placed.span } : reason(code, names)
}

/** A key as it is said: by the names of its columns, and whether it is the primary one. */
export function keyPhrase(table: Table, { columns }: Key): Phrase {
  const isPrimary = table.primaryKey !== null && sameColumns(table.primaryKey.columns, columns)
  return phrase(isPrimary ? 'primary-key' : 'unique', { columns })
}
