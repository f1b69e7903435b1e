import type { Dependency, Multivalued } from '../../dependencies'
import type { Dialect, Schema } from '../../schema'
import type { Change } from '../read/read-change'
import type { Insert } from '../read/read-insert'
import type { Habits } from '../text/habits'

/** The dependencies of an exercise by the names of its attributes, as they may be columns of a script. */
export interface NamedDependencies {
  readonly attributes: readonly string[]
  readonly dependencies: readonly Dependency[]
  /** @defaultValue none */
  readonly multivalued?: readonly Multivalued[]
  /** Values to show rows with, by attribute. @defaultValue made-up ones */
  readonly samples?: Readonly<Record<string, readonly string[]>>
}

/** A script that was read, with all that its own checks need. */
export interface ScriptToCheck {
  readonly script: string
  readonly schema: Schema
  readonly inserts: readonly Insert[]
  /** At which statement a table was created, by folded name. */
  readonly createdAt: ReadonlyMap<string, number>
  /** At which statement the reference that stands at a place is declared. */
  readonly statementOf: ReadonlyMap<number, number>
  /** Tables taken away, by folded name, with the statement that did it. */
  readonly drops: readonly { readonly table: string; readonly statement: number }[]
  /** Statements that change rows or take them away. */
  readonly changes: readonly Change[]
  readonly dialect: Dialect
  readonly habits?: Habits
  readonly dependencies?: NamedDependencies
}
