import { z } from 'zod'
import { declaredKeys, findColumn, foldName, isRequired, type Column, type Table } from '../../schema'
import { becauseOf } from '../because'
import type { Reading } from '../reading'
import { absent, outside, says, type Result } from '../result'
import { RowStore, type Row } from '../row-store'
import type { RuleModule } from './module'
import { Name } from './shapes'

const GivenRow = z.object({
  entity: Name,
  accept: z.boolean(),
  values: z.record(Name, z.string().max(1000).nullable()),
})
type GivenRow = z.infer<typeof GivenRow>
const GivenRows = z.object({
  kind: z.literal('givenRows'),
  entity: Name,
  rows: z.array(GivenRow).min(1).max(50),
})
type GivenRows = z.infer<typeof GivenRows>

/**
 * Rows in order: those marked accepted must be, the others must be refused. A role's value is its target's
 * identifier, parts joined by "|".
 */
export const givenRows: RuleModule<GivenRows> = {
  shape: GivenRows,
  sheets: ['script'],
  weight: 'other',
  names: 'entity',
  words: ({ rows }) => {
    const accepted = rows.filter(({ accept }) => accept).length
    return `of ${rows.length} given rows ${accepted} accepted, ${rows.length - accepted} refused`
  },
  elements: ({ rows }) => [...new Set(rows.flatMap(({ values }) => Object.keys(values)))],
  evaluate,
  unplaced: true,
}

/**
 * Given rows, tried on what the answer declares: each accepted or refused as the instructor marked it.
 * Decided where every entity of the rows has a table of its own with its links forward; other layouts need
 * the rows to be run.
 */
function evaluate(reading: Reading, { rows }: GivenRows): Result {
  const missing = rows.find(({ entity }) => !reading.placement(entity))
  if (missing) return absent('entity-absent', { entity: missing.entity })
  const store = new RowStore(reading)
  const tables = new Set<string>()
  const counts = { accepted: 0, refused: 0 }
  for (const [i, given] of rows.entries()) {
    const realised = realise(reading, store, given, i)
    if (!realised) return outside([becauseOf('layout-outside', { entity: given.entity })], [...tables])
    const { table, row } = realised
    tables.add(table.name)
    const refusal = store.refusal(table, row)
    if (refusal === '?') return outside([becauseOf('layout-outside', { entity: given.entity })], [...tables])
    const names = {
      row: i + 1,
      values: Object.entries(given.values)
        .map(([name, value]) => `${name} ${value ?? '–'}`)
        .join(', '),
    }
    if (given.accept !== (refusal === undefined)) {
      const cells = [...row].map(([, value]) => value)
      return says(
        given.accept ? 'too strict' : 'broken',
        [
          refusal
            ? becauseOf('row-refused', { ...names, by: refusal }, table)
            : becauseOf('row-accepted', names, table),
        ],
        [...tables],
        {
          outcome: given.accept ? 'refused' : 'accepted',
          by: refusal ?? null,
          tables: [{ table: table.name, columns: [...row.keys()], rows: [{ cells, bad: true }] }],
        },
      )
    }
    if (given.accept) store.keep(table, row)
    counts[given.accept ? 'accepted' : 'refused']++
  }
  return says('upheld', [becauseOf('rows-as-wanted', counts)], [...tables])
}

/** The row of the answer's table that says the same; undefined where the layout has no single such row. */
function realise(
  reading: Reading,
  store: RowStore,
  { entity, values }: GivenRow,
  index: number,
): { table: Table; row: Row } | undefined {
  const placement = reading.placement(entity)
  if (!placement || placement.inside || placement.parts.length > 0) return undefined
  const table = reading.table(placement.table)
  const row = new Map<string, string | null>()
  for (const [member, value] of Object.entries(values)) {
    if (!reading.role(entity, member)) {
      const placed = reading.attribute(entity, member)
      if (!placed) return undefined
      row.set(foldName(placed.column), value)
    } else if (!setRole(reading, store, entity, member, value, row)) {
      return undefined
    }
  }
  for (const column of table.columns) if (!row.has(foldName(column.name))) fill(table, column, index, row)
  return { table, row }
}

/** The reference's columns: what the row that is meant holds there, or values that no row has. */
function setRole(
  reading: Reading,
  store: RowStore,
  entity: string,
  role: string,
  value: string | null,
  row: Map<string, string | null>,
): boolean {
  const layout = reading.rolePlacement(entity, role)?.layout
  const target = reading.entity(reading.role(entity, role)!.target)
  if (layout?.kind !== 'forward' || !target) return false
  const table = reading.table(layout.step.toTable)
  const identifier = target.identifier.map(member => reading.attribute(target.name, member)?.column)
  if (identifier.includes(undefined)) return false
  const parts = value?.split('|') ?? []
  const meant = store
    .of(table)
    .find(other => identifier.every((column, i) => other.get(foldName(column!)) === parts[i]))
  const meantBy = (key: string, at: number): string | null => {
    if (meant) return meant.get(foldName(key)) ?? null
    return at >= 0 ? (parts[at] ?? null) : '999999'
  }
  for (const [own, key] of layout.step.columns) {
    const at = identifier.findIndex(column => foldName(column!) === foldName(key))
    row.set(foldName(own), value === null ? null : meantBy(key, at))
  }
  return true
}

/** What the rows do not speak of: nothing where that is allowed, else a value that stands nowhere twice. */
function fill(table: Table, column: Column, index: number, row: Map<string, string | null>): void {
  const needs = isRequired(table, column.name) && column.default === null
  const isKey = declaredKeys(table).some(({ columns }) =>
    columns.some(name => foldName(name) === foldName(column.name)),
  )
  if (!needs && !isKey && !column.numbering) return
  if (!needs && !column.numbering) {
    row.set(foldName(column.name), null)
    return
  }
  const number = String(1000 + index)
  switch (findColumn(table, column.name)!.type.family) {
    case 'integer':
    case 'decimal':
    case 'float':
      row.set(foldName(column.name), number)
      break
    case 'date':
      row.set(foldName(column.name), `2025-01-${String(1 + (index % 28)).padStart(2, '0')}`)
      break
    case 'timestamp':
      row.set(foldName(column.name), `2025-01-${String(1 + (index % 28)).padStart(2, '0')} 09:00`)
      break
    case 'boolean':
      row.set(foldName(column.name), 'true')
      break
    default:
      row.set(foldName(column.name), number.slice(-(column.type.length ?? 4)))
  }
}
