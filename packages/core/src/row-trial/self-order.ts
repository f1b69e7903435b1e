import type { Row } from '../instances'
import { foldName, sameName } from '../schema'

/** Rows of tables that refer to themselves, those first that others of them lead to; else as they stand. */
export function selfOrdered(rows: readonly Row[]): Row[] {
  const found: Row[] = []
  const seen = new Set<Row>()
  const visit = (row: Row): void => {
    if (seen.has(row)) return
    seen.add(row)
    for (const led of ledTo(row, rows)) visit(led)
    found.push(row)
  }
  rows.forEach(visit)
  return found
}

function ledTo({ table, cells }: Row, rows: readonly Row[]): Row[] {
  return table.references
    .filter(reference => sameName(reference.table, table.name))
    .flatMap(({ columns, targetColumns }) => {
      const values = columns.map(name => cells.get(foldName(name))?.value ?? null)
      if (values.includes(null)) return []
      return rows.filter(
        other =>
          other.table === table &&
          targetColumns.every((name, i) => other.cells.get(foldName(name))?.value === values[i]),
      )
    })
}
