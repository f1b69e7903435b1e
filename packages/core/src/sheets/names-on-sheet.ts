import type { MarkableExercise } from '../exercise'
import type { Finding, TableSheetName } from '../findings'
import type { Schema } from '../schema'
import { namesOfTable } from '../sql'
import type { DescribedTables } from './table-sheet'

/**
 * What a script's own check would say of the names that a sheet describes: words that the server keeps for
 * itself, and the course's ways of naming.
 */
export function namesOnSheet(
  sheet: TableSheetName,
  { tables }: Schema,
  { dialect = 'postgresql', habits }: Pick<MarkableExercise, 'dialect' | 'habits'>,
  placed: DescribedTables['placed'],
): Finding[] {
  return tables
    .filter(({ given }) => !given)
    .flatMap(table => namesOfTable({ dialect, ...(habits ? { habits } : {}) }, table))
    .map(({ code, params, place }) => {
      const { start = 0, end = 0, field } = placed(place) ?? {}
      return {
        code,
        severity: 'remark' as const,
        sheet,
        place: { start, end },
        ...(field === undefined ? {} : { field }),
        params,
      }
    })
}
