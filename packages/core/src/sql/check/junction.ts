import { scriptFinding, type Finding } from '../../findings'
import {
  declaredKeys,
  findColumn,
  foldName,
  sameName,
  type Reference,
  type Schema,
  type Table,
} from '../../schema'
import { plainName, singular } from './plain-name'

/** Whether a table stands between others: it refers to two or more, and has few facts of its own. */
function isJunction(table: Table): boolean {
  if (table.references.length < 2) return false
  const referring = new Set(table.references.flatMap(({ columns }) => columns.map(foldName)))
  const own = table.columns.filter(({ name, numbering }) => !referring.has(foldName(name)) && !numbering)
  return own.length <= referring.size
}

/** What tables between others need: both references, and a key over them. */
export function checkJunction(schema: Schema, table: Table): Finding[] {
  return [
    ...oneReferenceOnly(schema, table),
    ...numberedReferences(table),
    ...(isJunction(table) ? checkKey(table) : []),
  ]
}

function checkKey(table: Table): Finding[] {
  const [first, second] = table.references as readonly [Reference, Reference, ...Reference[]]
  const pair = [...first.columns, ...second.columns]
  const params = {
    table: table.name,
    first: first.table,
    second: second.table,
    columns: [...new Set(pair)].map(column => `"${column}"`).join(', '),
  }
  const keys = declaredKeys(table)
  if (keys.length === 0) return [scriptFinding('junction.no-key', table.nameSpan, params)]
  const overPair = keys.some(({ columns }) =>
    pair.every(column => columns.some(name => sameName(name, column))),
  )
  if (overPair) return []
  const surrogate =
    keys.length === 1 &&
    table.primaryKey?.columns.length === 1 &&
    findColumn(table, table.primaryKey.columns[0]!)?.numbering
  if (surrogate) return [scriptFinding('junction.surrogate-only', table.primaryKey!.span, params)]
  const half = keys.find(({ columns }) =>
    [first, second].some(
      reference =>
        columns.length <= reference.columns.length &&
        columns.every(column => reference.columns.some(name => sameName(name, column))),
    ),
  )
  return half && saysBoth(table)
    ? [scriptFinding('junction.key-lacks-part', half.span, { ...params, key: half.columns.join(', ') })]
    : []
}

/** The name of the table names both tables it stands between. */
function saysBoth({ name, references }: Table): boolean {
  const own = stem(name)
  return references.slice(0, 2).every(({ table }) => own.includes(stem(table)))
}

const stem = (name: string): string => singular(plainName(name))

/** A table called like two others together, which refers to one of them only. */
function oneReferenceOnly(schema: Schema, table: Table): Finding[] {
  if (!/[_\s-]/.test(table.name)) return []
  const parts = foldName(table.name).split(/[_\s-]+/)
  if (parts.length !== 2) return []
  const named = parts.map(part => tablesByStem(schema).get(stem(part)))
  const [first, second] = named
  if (!first || !second || first === second || first === table || second === table) return []
  const missing = [first, second].filter(
    other => !table.references.some(reference => sameName(reference.table, other.name)),
  )
  return missing.length === 1
    ? [
        scriptFinding('junction.one-reference', table.nameSpan, {
          table: table.name,
          has: (missing[0] === first ? second : first).name,
          lacks: missing[0]!.name,
        }),
      ]
    : []
}

const stemsOf = new WeakMap<Schema, ReadonlyMap<string, Table>>()

function tablesByStem(schema: Schema): ReadonlyMap<string, Table> {
  let known = stemsOf.get(schema)
  if (!known) {
    known = new Map([...schema.tables].reverse().map(table => [stem(table.name), table]))
    stemsOf.set(schema, known)
  }
  return known
}

/** collector_1 and collector_2, both references to one table: many to many in columns. */
function numberedReferences(table: Table): Finding[] {
  const seen = new Map<string, Reference>()
  return table.references.flatMap(reference => {
    const match = reference.columns.length === 1 ? /^(.*\D)\d+$/.exec(foldName(reference.columns[0]!)) : null
    if (!match) return []
    const key = `${match[1]} ${foldName(reference.table)}`
    const before = seen.get(key)
    seen.set(key, reference)
    return before
      ? [
          scriptFinding('junction.numbered-references', reference.span, {
            table: table.name,
            columns: `"${before.columns[0]}", "${reference.columns[0]}"`,
            target: reference.table,
          }),
        ]
      : []
  })
}
