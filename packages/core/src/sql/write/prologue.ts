import type { Table } from '../../schema'
import { quoteName } from '../text/quote-name'
import type { LateReference } from './order'
import { constraintName } from './table'
import { quoteText } from '../text/type-text'
import type { Writer } from './writer'

/**
 * Statements that take away what the script makes, and nothing else: references of circles first, then tables
 * in reverse order.
 */
export function prologue(
  writer: Writer,
  ordered: readonly Table[],
  late: readonly LateReference[],
): string[] {
  const { to } = writer
  const tables = [...ordered].reverse().map(table => dropTable(to, quoteName(table.name, to)))
  const isCircular =
    late.length > 0 ||
    ordered.some(table =>
      table.references.some(
        ({ table: target }) => ordered.findIndex(other => other.name === target) > ordered.indexOf(table),
      ),
    )
  if (!isCircular) return tables
  switch (to) {
    case 'mysql':
      return ['SET FOREIGN_KEY_CHECKS = 0;', ...tables, 'SET FOREIGN_KEY_CHECKS = 1;']
    case 'sqlite':
      return ['PRAGMA foreign_keys = OFF;', ...tables, 'PRAGMA foreign_keys = ON;']
    case 'oracle':
      return tables
    default:
      return [...late.map(link => dropReference(writer, link)), ...tables]
  }
}

function dropTable(to: Writer['to'], name: string): string {
  if (to !== 'oracle') return `DROP TABLE IF EXISTS ${name};`
  return `BEGIN\n  EXECUTE IMMEDIATE ${quoteText(`DROP TABLE ${name} CASCADE CONSTRAINTS`)};\nEXCEPTION\n  WHEN OTHERS THEN IF SQLCODE != -942 THEN RAISE; END IF;\nEND;\n/`
}

function dropReference({ to }: Writer, { table, reference }: LateReference): string {
  const name = constraintName(table, reference)
  const owner = quoteName(table.name, to)
  if (to === 'sqlserver')
    return `IF OBJECT_ID(N${quoteText(name)}, N'F') IS NOT NULL ALTER TABLE ${owner} DROP CONSTRAINT ${quoteName(name, to)};`
  return `ALTER TABLE IF EXISTS ${owner} DROP CONSTRAINT IF EXISTS ${quoteName(name, to)};`
}
