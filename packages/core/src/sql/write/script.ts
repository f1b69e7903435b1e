import { DIALECT, type Schema, type Table } from '../../schema'
import { quoteName } from '../text/quote-name'
import { inOrder } from './order'
import { prologue } from './prologue'
import { insertStatements } from './rows'
import { afterTable, constraintName, createTable, cut, referenceLine } from './table'
import type { WriteOptions, Writer, WrittenScript } from './writer'

/**
 * A schema as a script in a dialect: tables in the order of their references, those of a circle by ALTER
 * TABLE at the end (in place where the dialect allows it), indexes, comments and rows after their tables.
 * Given tables are left out. What the dialect cannot say is told in `losses`; nothing else is lost.
 */
export function writeScript(schema: Schema, options: WriteOptions = { to: 'iso' }): WrittenScript {
  const writer: Writer = { ...options, schema, losses: [] }
  const { to } = options
  const { ordered, late } = inOrder(schema)
  const added = DIALECT[to].allowsLaterTables ? [] : late
  const left = new Set(added.map(({ reference }) => reference))
  const statements = [
    ...(options.rerunnable ? [prologue(writer, ordered, added).join('\n')] : []),
    ...ordered.map(table => [createTable(writer, table, left), ...afterTable(writer, table)].join('\n')),
    ...insertStatements(writer, ordered),
    ...added.map(
      ({ table, reference }) =>
        `ALTER TABLE ${quoteName(table.name, to)} ADD ${referenceLine(writer, table, reference, cut(writer, constraintName(table, reference)))};`,
    ),
  ].filter(statement => statement !== '')
  return { text: statements.join('\n\n') + (statements.length > 0 ? '\n' : ''), losses: writer.losses }
}

/** One table's statement alone, with all its references. */
export function writeTable(schema: Schema, table: Table, options: WriteOptions): WrittenScript {
  const writer: Writer = { ...options, schema, losses: [] }
  return {
    text: `${[createTable(writer, table, new Set()), ...afterTable(writer, table)].join('\n')}\n`,
    losses: writer.losses,
  }
}
