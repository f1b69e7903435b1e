import type { Schema } from '@nomenklatura/core/schema'
import { summaryOf, type Summary } from './summary'

/**
 * What we read, in the words in which MariaDB keeps it: JSON is LONGTEXT and BOOLEAN is TINYINT(1) there, by
 * its manual, and no action is restrict.
 */
export function asMariaKeeps({ tables }: Schema): Summary[] {
  const schema = {
    tables: tables.map(table => ({
      ...table,
      columns: table.columns.map(column => {
        const { family } = column.type
        if (family === 'json') return { ...column, type: { ...column.type, family: 'text' as const } }
        return family === 'boolean'
          ? { ...column, type: { ...column.type, family: 'integer' as const, length: 8 } }
          : column
      }),
    })),
  }
  return summaryOf(schema, action => (action === 'no action' ? 'restrict' : action))
}

/** What we read, as far as SQLite tells it: it keeps no CHECKs apart. */
export function asSqliteKeeps(schema: Schema): Summary[] {
  return summaryOf(schema).map(table => ({ ...table, checks: 0 }))
}
