import { scriptFinding, type Finding, type TextEdit } from '../../findings'
import { DIALECT, circles, findTable, foldName, type Reference, type Schema, type Table } from '../../schema'
import { quoteName } from '../text/quote-name'
import type { ScriptToCheck } from './input'

/** References within CREATE TABLE to a table that a later statement creates: most dialects refuse them. */
export function checkOrder(input: ScriptToCheck, table: Table): Finding[] {
  if (DIALECT[input.dialect].allowsLaterTables) return []
  return table.references.flatMap(reference => {
    const target = input.createdAt.get(foldName(reference.table))
    const here = input.statementOf.get(reference.span.start)
    if (target === undefined || here === undefined || target <= here) return []
    const isCircle = areInCircle(input, reference.table, table.name)
    const fix = afterwards(input, table, reference)
    return [
      scriptFinding(
        isCircle ? 'references.circular' : 'references.later-table',
        reference.span,
        { table: table.name, target: reference.table },
        fix && { ...fix, label: 'Add it by ALTER TABLE afterwards' },
      ),
    ]
  })
}

const circlesOf = new WeakMap<Schema, ReadonlyMap<string, number>>()

/** Which circle of references each table stands in, by folded name. */
function circlesIn(schema: Schema): ReadonlyMap<string, number> {
  let known = circlesOf.get(schema)
  if (!known) {
    const { tables } = schema
    const places = new Map(tables.map(({ name }, i) => [foldName(name), i]))
    const groups = circles(
      tables.map(({ references }) => references.flatMap(({ table }) => places.get(foldName(table)) ?? [])),
    )
    known = new Map(
      groups.flatMap((group, i) => group.map(place => [foldName(tables[place]!.name), i] as const)),
    )
    circlesOf.set(schema, known)
  }
  return known
}

/** Whether references lead from each of the two tables to the other. */
function areInCircle({ schema }: ScriptToCheck, a: string, b: string): boolean {
  const circle = circlesIn(schema)
  return circle.has(foldName(a)) && circle.get(foldName(a)) === circle.get(foldName(b))
}

/**
 * The reference taken out here and added by ALTER TABLE after the statement that creates its target: one edit
 * over what lies between.
 */
function afterwards(
  { script, schema, dialect }: ScriptToCheck,
  table: Table,
  reference: Reference,
): TextEdit | undefined {
  const target = findTable(schema, reference.table)
  if (!target || target.span.start < reference.span.end || reference.columns.length === 0) return undefined
  const end =
    target.span.end + (/^\s*;/.exec(script.slice(target.span.end, target.span.end + 200))?.[0].length ?? 0)
  const start = removalStart(script, reference.span.start)
  const written = script.slice(reference.span.start, reference.span.end)
  const definition = asConstraint(written, reference, dialect)
  const between = script.slice(reference.span.end, end)
  return {
    span: { start, end },
    text: `${between}${between.trimEnd().endsWith(';') ? '' : ';'}\nALTER TABLE ${quoteName(table.name, dialect)} ADD ${definition};`,
  }
}

/**
 * The reference as a constraint of the table, in a column or on a line of its own; what follows REFERENCES
 * stays as it was written.
 */
function asConstraint(written: string, { columns }: Reference, dialect: ScriptToCheck['dialect']): string {
  const name = /^\s*CONSTRAINT\s+(\S+)\s+/i.exec(written)
  const target = Math.max(0, written.search(/\bREFERENCES\b/i))
  if (target === 0 && /^\s*(?:CONSTRAINT\s+\S+\s+)?FOREIGN/i.test(written)) return written.trim()
  return `${name ? `CONSTRAINT ${name[1]!} ` : ''}FOREIGN KEY (${columns.map(column => quoteName(column, dialect)).join(', ')}) ${written.slice(target === 0 ? (name?.[0].length ?? 0) : target)}`
}

/**
 * Where to begin to cut: with the comma before a constraint on a line of its own, or the blank before one in
 * a column.
 */
function removalStart(script: string, start: number): number {
  let end = start
  while (end > 0 && /\s/.test(script[end - 1]!)) end--
  return script[end - 1] === ',' ? end - 1 : end
}
