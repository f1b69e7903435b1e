import type { Dialect, Schema, Table } from '../../schema'
import type { Habits } from '../text/habits'
import type { Insert } from '../read/read-insert'

export interface WriteOptions {
  readonly to: Dialect
  /**
   * The dialect that types, defaults and conditions are written in; what is written alike stays as it was.
   */
  readonly from?: Dialect
  /** First drop what the script makes, in reverse order: it can be run again. */
  readonly rerunnable?: boolean
  /** Rows to enter, as they were read. */
  readonly inserts?: readonly Insert[]
  /** The course's patterns for the names of constraints that have none. */
  readonly habits?: Habits
}

export interface WrittenScript {
  readonly text: string
  /** What could not be carried over, in sentences, in the order of the script. */
  readonly losses: readonly string[]
}

/** What the parts of a script are written with. */
export interface Writer extends WriteOptions {
  readonly schema: Schema
  readonly losses: string[]
}

export function lose(writer: Writer, table: Pick<Table, 'name'>, what: string): void {
  const sentence = `"${table.name}": ${what}`
  if (!writer.losses.includes(sentence)) writer.losses.push(sentence)
}
