import { scriptFinding, type Finding } from '../../findings'
import {
  declaredKeys,
  findColumn,
  findTable,
  foldName,
  isRequired,
  sameName,
  typesMatch,
  type Column,
  type Reference,
  type Schema,
  type Table,
} from '../../schema'
import { quoteName } from '../text/quote-name'
import type { ScriptToCheck } from './input'
import { plainName, singular } from './plain-name'

/** What can be said about references beyond whether the database takes them. */
export function checkReferences(input: ScriptToCheck, table: Table): Finding[] {
  return [
    ...table.references.flatMap(reference => [
      ...selfNumbering(table, reference),
      ...cascades(input.schema, table, reference),
      ...emptiesRequired(table, reference),
      ...defaultsMissing(table, reference),
      ...withoutIndex(input, table, reference),
    ]),
    ...missingReferences(input, table),
    ...dotted(input, table),
  ]
}

function selfNumbering(table: Table, { columns }: Reference): Finding[] {
  return columns.flatMap(name => {
    const column = findColumn(table, name)
    return column?.numbering
      ? [scriptFinding('references.self-numbering', column.span, { table: table.name, column: column.name })]
      : []
  })
}

/** An action that would empty what must have a value: some servers refuse the table, the others the deed. */
function emptiesRequired(table: Table, { columns, onDelete, onUpdate, span }: Reference): Finding[] {
  if (onDelete !== 'set null' && onUpdate !== 'set null') return []
  const required = columns.find(name => isRequired(table, name))
  return required === undefined
    ? []
    : [
        scriptFinding('references.set-null-required', span, {
          table: table.name,
          column: required,
          action: onDelete === 'set null' ? 'ON DELETE SET NULL' : 'ON UPDATE SET NULL',
        }),
      ]
}

/** SET DEFAULT where there is no default to be set. */
function defaultsMissing(table: Table, { columns, onDelete, onUpdate, span }: Reference): Finding[] {
  if (onDelete !== 'set default' && onUpdate !== 'set default') return []
  const found = columns.map(name => findColumn(table, name)).find(column => column?.default === null)
  return found
    ? [
        scriptFinding('references.set-default-without', span, {
          table: table.name,
          column: found.name,
          action: onDelete === 'set default' ? 'ON DELETE' : 'ON UPDATE',
          required: isRequired(table, found.name) ? 'yes' : '',
        }),
      ]
    : []
}

/** Deleting one row takes rows of a third table along: what happened is forgotten with it. */
function cascades(schema: Schema, table: Table, reference: Reference): Finding[] {
  if (reference.onDelete !== 'cascade') return []
  const further = findTable(schema, reference.table)?.references.find(
    ({ onDelete, table: target }) =>
      onDelete === 'cascade' && !sameName(target, table.name) && !sameName(target, reference.table),
  )
  return further
    ? [
        scriptFinding('references.cascade-chain', reference.span, {
          table: table.name,
          middle: reference.table,
          top: further.table,
        }),
      ]
    : []
}

function withoutIndex({ habits }: ScriptToCheck, table: Table, { columns, span }: Reference): Finding[] {
  if (!habits?.indexes) return []
  const led = [...declaredKeys(table), ...(table.indexes ?? [])].some(({ columns: own }) =>
    columns.every(
      (column, i) => own[i] !== undefined && columns.some(other => sameName(own[i]!, other)) && column !== '',
    ),
  )
  return led
    ? []
    : [scriptFinding('references.no-index', span, { table: table.name, columns: columns.join(', ') })]
}

/**
 * A column that is called like the key of another table, or like the table and its key, and refers to
 * nothing.
 */
function missingReferences({ schema, dialect }: ScriptToCheck, table: Table): Finding[] {
  const referring = new Set(table.references.flatMap(({ columns }) => columns.map(foldName)))
  return table.columns
    .filter(({ name }) => !referring.has(foldName(name)))
    .flatMap(column => {
      const target = namedTarget(schema, table, column)
      if (!target) return []
      const key = target.primaryKey!.columns[0]!
      const text = ` REFERENCES ${quoteName(target.name, dialect)} (${quoteName(key, dialect)})`
      const fix = { span: { start: column.span.end, end: column.span.end }, text, label: `Add${text}` }
      return [
        scriptFinding(
          'references.missing',
          column.nameSpan,
          { table: table.name, column: column.name, target: target.name, key },
          fix,
        ),
      ]
    })
}

const targetsOf = new WeakMap<Schema, ReadonlyMap<string, readonly Table[]>>()

/**
 * Tables with a key of one column, by the names that a reference to them would have: the table and its key,
 * or the key where it names its table.
 */
function targetsByName(schema: Schema): ReadonlyMap<string, readonly Table[]> {
  let known = targetsOf.get(schema)
  if (!known) {
    const index = new Map<string, Table[]>()
    for (const table of schema.tables) {
      if (table.primaryKey?.columns.length !== 1) continue
      const key = plainName(table.primaryKey.columns[0]!)
      const own = plainName(table.name)
      for (const name of new Set([
        own + key,
        singular(own) + key,
        ...(key.length > 3 && key.includes(singular(own)) ? [key] : []),
      ]))
        index.set(name, [...(index.get(name) ?? []), table])
    }
    known = index
    targetsOf.set(schema, known)
  }
  return known
}

function namedTarget(schema: Schema, table: Table, column: Column): Table | undefined {
  const isOwnKey =
    table.primaryKey?.columns.length === 1 && sameName(table.primaryKey.columns[0]!, column.name)
  if (isOwnKey) return undefined
  return targetsByName(schema)
    .get(plainName(column.name))
    ?.find(other => {
      const key = findColumn(other, other.primaryKey!.columns[0]!)
      return other !== table && key !== undefined && typesMatch(column.type, key.type) === 'exactly'
    })
}

/** REFERENCES trip.trip_no: the column belongs in brackets. */
function dotted({ script, schema }: ScriptToCheck, table: Table): Finding[] {
  return table.references.flatMap(({ table: name, targetColumns, span }) => {
    const text = script.slice(span.start, span.end)
    if (!text.includes('.')) return []
    const written = /REFERENCES\s+("?)([\p{L}\w]+)\1\.("?)([\p{L}\w]+)\3/iu.exec(text)
    if (
      !written ||
      !sameName(name, written[2]!) ||
      targetColumns.length !== 1 ||
      !sameName(targetColumns[0]!, written[4]!) ||
      findTable(schema, written[4]!)
    )
      return []
    const end = span.start + written.index + written[0].length
    const start = end - written[0].replace(/^REFERENCES\s+/i, '').length
    const meant = `${written[2]} (${written[4]})`
    return [
      scriptFinding(
        'syntax.wrong-character',
        { start, end },
        { written: '.', meant: '( )' },
        { span: { start, end }, text: meant, label: `Write ${meant}` },
      ),
    ]
  })
}
