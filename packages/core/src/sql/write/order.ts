import { foldName, sameName, type Reference, type Schema, type Table } from '../../schema'

export interface LateReference {
  readonly table: Table
  readonly reference: Reference
}

/**
 * Tables so that what is referred to comes first, otherwise as they stand; references of circles to what is
 * not there yet wait. Given tables are there already.
 */
export function inOrder({ tables }: Schema): {
  readonly ordered: readonly Table[]
  readonly late: readonly LateReference[]
} {
  const waiting = new Map(tables.filter(({ given }) => !given).map(table => [foldName(table.name), table]))
  const ordered: Table[] = []
  const late: LateReference[] = []
  const waitsFor = (table: Table): Reference[] =>
    table.references.filter(
      ({ table: target }) => !sameName(target, table.name) && waiting.has(foldName(target)),
    )
  while (waiting.size > 0) {
    const ready = [...waiting.values()].filter(table => waitsFor(table).length === 0)
    const next =
      ready.length > 0
        ? ready
        : [
            [...waiting.values()].reduce((best, table) =>
              waitsFor(table).length < waitsFor(best).length ? table : best,
            ),
          ]
    for (const table of next) {
      late.push(...waitsFor(table).map(reference => ({ table, reference })))
      ordered.push(table)
      waiting.delete(foldName(table.name))
    }
  }
  return { ordered, late }
}
