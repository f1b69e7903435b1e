import type { Span } from '../../findings'
import { foldName } from '../../schema'
import type { Cursor } from '../text/cursor'
import type { Draft, TableDraft } from './draft'

/** What reading one table needs: where it is, what is known, which statement this is. */
export interface TableReader {
  readonly cursor: Cursor
  readonly draft: Draft
  readonly table: TableDraft
  readonly statement: number
  /** Names of the columns read so far, while a CREATE TABLE is read: looked up once for each column. */
  readonly seen?: Set<string>
}

/** As many as PostgreSQL takes (its limits, appendix K of its manual, from memory). */
export const MOST_COLUMNS = 1600

export function reportTooMany({ cursor, table }: TableReader, place: Span): void {
  if (
    !cursor.findings.some(
      ({ code, params }) => code === 'names.too-many-columns' && params['table'] === table.name,
    )
  )
    cursor.report('names.too-many-columns', place, { table: table.name })
}

/** Under what name a table is known. */
export function tableKey(name: string): string {
  return foldName(name)
}

/** ON CONFLICT of SQLite. */
export function skipConflict({ cursor }: Pick<TableReader, 'cursor'>): void {
  const token = cursor.peek()
  if (!cursor.takeWords('ON', 'CONFLICT')) return
  cursor.next()
  if (!cursor.isOf('sqlite'))
    cursor.foreign({ start: token.start, end: cursor.previous.end }, 'ON CONFLICT', 'SQLite', '')
}
