import type { Dictionary } from '@nomenklatura/core/dictionary'
import type { ExerciseRows } from '@nomenklatura/core/exercise'
import type { NamedDependency } from '@nomenklatura/core/rows'

/** What an exercise takes from a table of its rows. */
export interface TakenRows {
  /** What the rows are called. */
  readonly name: string
  readonly dependencies: readonly NamedDependency[]
  readonly columns: readonly string[]
  readonly dictionary: Dictionary
}

/** The same tables, each with a name of its own: of two that are called alike the later is numbered. */
export function namedApart(tables: readonly ExerciseRows[]): ExerciseRows[] {
  const taken = new Set<string>()
  return tables.map(table => {
    let { name } = table
    for (let i = 2; taken.has(name.toLowerCase()); i++) name = `${table.name.slice(0, 55)} ${i}`
    taken.add(name.toLowerCase())
    return { ...table, name }
  })
}
