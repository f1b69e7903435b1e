import { scriptFinding, type Finding } from '../findings'
import { nearest } from '../language'
import { circles } from './circles'
import {
  TAKEN_FROM_ANOTHER,
  declaredKeys,
  findColumn,
  findTable,
  tableNames,
  foldName,
  isRequired,
  sameColumns,
  sameName,
  type Reference,
  type Schema,
  type Table,
} from './schema'
import type { Dialect } from './dialect'
import { referenceMatch } from './reference-types'

/**
 * What can be said about a schema without any model answer, as a server of the dialect takes it. Given tables
 * are not blamed. Order: table by table, as written.
 */
export function checkSchema(schema: Schema, dialect: Dialect = 'postgresql'): Finding[] {
  return [
    ...schema.tables
      .filter(table => !table.given)
      .flatMap(table => [
        ...checkKeys(table),
        ...table.references.flatMap(reference => checkReference(schema, dialect, table, reference)),
        ...checkTypes(table),
      ]),
    ...closedCircles(schema),
  ]
}

/** Circles of demanded references that no statement may put off: said once, at the last table of each. */
function closedCircles(schema: Schema): Finding[] {
  const places = new Map(schema.tables.map((table, i) => [foldName(table.name), i]))
  const demanded = (table: Table): number[] =>
    table.references
      .filter(({ columns, deferrable }) => !deferrable && columns.every(column => isRequired(table, column)))
      .flatMap(({ table: target }) => places.get(foldName(target)) ?? [])
  return circles(schema.tables.map(demanded)).flatMap(group => {
    const tables = group.map(i => schema.tables[i]!)
    return tables.every(({ given }) => given)
      ? []
      : [
          scriptFinding('references.closed-circle', tables.at(-1)!.nameSpan, {
            tables: quoteAll(tables.map(({ name }) => name)),
          }),
        ]
  })
}

function checkKeys(table: Table): Finding[] {
  const findings: Finding[] = []
  const keys = declaredKeys(table)
  for (const key of keys) {
    for (const column of key.columns) {
      if (!findColumn(table, column))
        findings.push(
          scriptFinding('keys.column-missing', key.span, {
            table: table.name,
            column,
            near: nearColumn(table, column),
          }),
        )
    }
  }
  if (!table.primaryKey && table.unmodelled.some(({ what }) => what === TAKEN_FROM_ANOTHER)) return findings
  if (!table.primaryKey) {
    findings.push(scriptFinding('keys.no-primary', table.nameSpan, { table: table.name }))
    return findings
  }
  const { columns } = table.primaryKey
  const only = columns.length === 1 ? findColumn(table, columns[0]!) : undefined
  if (only?.numbering && table.uniques.length === 0 && table.columns.length > 1) {
    findings.push(
      scriptFinding('keys.surrogate-only', table.primaryKey.span, { table: table.name, column: only.name }),
    )
  }
  for (const unique of table.uniques) {
    if (sameColumns(unique.columns, columns))
      findings.push(
        scriptFinding('keys.duplicate', unique.span, { table: table.name, columns: quoteAll(columns) }),
      )
  }
  return findings
}

function checkReference(schema: Schema, dialect: Dialect, table: Table, reference: Reference): Finding[] {
  const target = findTable(schema, reference.table)
  if (!target) {
    const near = nearest(reference.table, tableNames(schema))
    return [
      scriptFinding('references.unknown-table', reference.span, {
        table: table.name,
        target: reference.table,
        near: near ?? '',
      }),
    ]
  }
  const missing = [
    ...reference.columns
      .filter(column => !findColumn(table, column))
      .map(column => ({ column, owner: table })),
    ...reference.targetColumns
      .filter(column => !findColumn(target, column))
      .map(column => ({ column, owner: target })),
  ]
  if (missing.length > 0) {
    return missing.map(({ column, owner }) =>
      scriptFinding('references.unknown-column', reference.span, {
        table: table.name,
        column,
        owner: owner.name,
        near: nearColumn(owner, column),
      }),
    )
  }
  if (reference.targetColumns.length === 0) {
    return [
      scriptFinding('references.no-target-key', reference.span, { table: table.name, target: target.name }),
    ]
  }
  if (reference.columns.length !== reference.targetColumns.length) {
    return [
      scriptFinding('references.count-differs', reference.span, {
        table: table.name,
        target: target.name,
        here: columnCount(reference.columns),
        there: columnCount(reference.targetColumns),
      }),
    ]
  }
  return [...checkTarget(dialect, table, target, reference), ...checkNulls(table, reference)]
}

function checkTarget(dialect: Dialect, table: Table, target: Table, reference: Reference): Finding[] {
  const findings: Finding[] = []
  if (!declaredKeys(target).some(key => sameColumns(key.columns, reference.targetColumns))) {
    findings.push(
      scriptFinding('references.not-a-key', reference.span, {
        table: table.name,
        target: target.name,
        columns: quoteAll(reference.targetColumns),
      }),
    )
  }
  reference.columns.forEach((name, i) => {
    const column = findColumn(table, name)!
    const key = findColumn(target, reference.targetColumns[i]!)!
    const match = referenceMatch(column.type, key.type, dialect)
    if (match === 'exactly') return
    findings.push(
      scriptFinding(match === 'not' ? 'references.type-differs' : 'references.size-differs', column.span, {
        table: table.name,
        column: column.name,
        type: column.type.text,
        target: target.name,
        targetColumn: key.name,
        targetType: key.type.text,
      }),
    )
  })
  return findings
}

function checkNulls(table: Table, reference: Reference): Finding[] {
  if (reference.columns.length < 2) return []
  const optional = reference.columns.filter(column => !isRequired(table, column))
  const shared = (column: string): boolean =>
    table.references.some(other => other !== reference && other.columns.some(name => sameName(name, column)))
  if (
    optional.length === 0 ||
    optional.length === reference.columns.length ||
    reference.columns.filter(c => !shared(c)).every(c => optional.includes(c))
  )
    return []
  return [
    scriptFinding('references.partly-null', reference.span, {
      table: table.name,
      columns: quoteAll(reference.columns),
    }),
  ]
}

const MONEY = /(^|_)(price|cost|amount_due|fee|salary|total_price|money)($|_)/

function checkTypes(table: Table): Finding[] {
  return table.columns.flatMap(column => {
    if (column.type.family === 'float' && MONEY.test(foldName(column.name))) {
      return [
        scriptFinding('types.money-as-float', column.span, {
          table: table.name,
          column: column.name,
          type: column.type.text,
        }),
      ]
    }
    return []
  })
}

function nearColumn(table: Table, name: string): string {
  return (
    nearest(
      name,
      table.columns.map(column => column.name),
    ) ?? ''
  )
}

function quoteAll(names: readonly string[]): string {
  return names.map(name => `"${name}"`).join(', ')
}

function columnCount(columns: readonly string[]): string {
  return columns.length === 1 ? 'one column' : `${columns.length} columns`
}
