import {
  dataType,
  findTable,
  sameName,
  type Column,
  type Key,
  type Reference,
  type ReferentialAction,
  type Table,
} from '@nomenklatura/core/schema'
import { pick, withTable } from '../../reference/harmless-changes'
import { narrowReference, turnedRound, type Mutant } from './mutants'

/** Changes of the harbour that are aimed at a kind of rule: chance alone seldom makes them. */
const ofColumn =
  (
    places: readonly (readonly [table: string, column: string])[],
    change: (column: Column) => Column,
  ): Mutant =>
  (schema, draw) => {
    const [table, name] = pick(places, draw)
    return withTable(schema, table, of => ({
      ...of,
      columns: of.columns.map(column => (sameName(column.name, name) ? change(column) : column)),
    }))
  }

const demanded = ofColumn(
  [
    ['crossing', 'berth_no'],
    ['sailor', 'email'],
    ['sailor', 'mentor'],
  ],
  column => ({ ...column, notNull: true }),
)
const notDemanded = ofColumn(
  [
    ['fuelling', 'ferry'],
    ['crossing', 'fare'],
    ['ferry', 'built'],
    ['watch', 'duty'],
    ['sailor', 'full_name'],
    ['berth', 'quay'],
  ],
  column => ({ ...column, notNull: false }),
)
const quayNotDemanded = ofColumn([['berth', 'quay']], column => ({ ...column, notNull: false }))
const tooShort = ofColumn(
  [
    ['berth', 'quay'],
    ['sailor', 'badge'],
  ],
  column => ({ ...column, type: dataType('VARCHAR', ['4'], 'varchar(4)') }),
)
const tooCoarse = ofColumn(
  [
    ['crossing', 'fare'],
    ['fuelling', 'litres'],
  ],
  column => ({ ...column, type: dataType('INTEGER', [], 'integer') }),
)

/** Checks of a column of the table: others in their place. */
const checked =
  (places: readonly (readonly [table: string, column: string, expressions: readonly string[]])[]): Mutant =>
  (schema, draw) => {
    const [table, column, expressions] = pick(places, draw)
    return withTable(schema, table, of => ({
      ...of,
      checks: [
        ...of.checks.filter(({ expression }) => !expression.includes(column)),
        ...expressions.map(expression => ({ name: null, expression, span: of.span })),
      ],
    }))
  }
const looser = checked([
  ['ferry', 'length', []],
  ['ferry', 'length', ['length > 0']],
  ['crossing', 'fare', ['fare > -10']],
  ['crossing', 'state', []],
])
const tighter = checked([
  ['ferry', 'length', ['length BETWEEN 10 AND 150']],
  ['ferry', 'length', ['length > 10', 'length <= 200']],
  ['crossing', 'fare', ['fare > 0']],
  ['crossing', 'state', ["state IN ('planned', 'sailed')"]],
])

const key = (table: Table, columns: readonly string[]): Key => ({
  name: null,
  columns: [...columns],
  nullsNotDistinct: false,
  span: table.span,
})
const unique =
  (places: readonly (readonly [table: string, columns: readonly string[]])[]): Mutant =>
  (schema, draw) => {
    const [table, columns] = pick(places, draw)
    const found = findTable(schema, table)
    const isThere = columns.every(name => found?.columns.some(column => sameName(column.name, name)))
    return isThere
      ? withTable(schema, table, of => ({ ...of, uniques: [...of.uniques, key(of, columns)] }))
      : schema
  }
const onlyOne = unique([
  ['crossing', ['berth_no']],
  ['sailor', ['mentor']],
  ['fuelling', ['ferry']],
])
const partSuffices = unique([
  ['crossing', ['sails_at']],
  ['crossing', ['ferry']],
])
const pairedOnce = unique([['fuelling', ['ferry', 'berth_no']]])

/** The reference of a table to another, where it is still there. */
const reference =
  (
    places: readonly (readonly [from: string, to: string])[],
    change: (reference: Reference, draw: () => number) => Reference | null,
  ): Mutant =>
  (schema, draw) => {
    const [from, to] = pick(places, draw)
    return withTable(schema, from, table => ({
      ...table,
      references: table.references.flatMap(each =>
        sameName(each.table, to) ? (change(each, draw) ?? []) : each,
      ),
    }))
  }
const LINKS = [
  ['crossing', 'ferry'],
  ['crossing', 'berth'],
  ['watch', 'crossing'],
  ['watch', 'sailor'],
  ['sailor', 'sailor'],
] as const
const notReferring = reference(LINKS, () => null)
const deed = (
  side: 'onDelete' | 'onUpdate',
  places: readonly (readonly [string, string])[],
  actions: readonly ReferentialAction[],
): Mutant => reference(places, (each, draw) => ({ ...each, [side]: pick(actions, draw) }))
/** What should go, be unlinked or follow is held back. */
const heldOnDelete = deed('onDelete', [LINKS[2], LINKS[4]], ['no action', 'restrict'])
const heldOnUpdate = deed('onUpdate', [LINKS[0], LINKS[2]], ['no action', 'restrict'])
/** What should be held back goes along. */
const looseOnDelete = deed('onDelete', [LINKS[0]], ['cascade'])
const looseOnUpdate = deed('onUpdate', [['fuelling', 'berth']], ['cascade'])

/** A watch may be noted again, in a row with a number of its own. */
const repeated: Mutant = schema =>
  withTable(schema, 'watch', table =>
    table.columns.some(({ name }) => name === 'row_id')
      ? table
      : {
          ...table,
          columns: [
            numberNamed('row_id', table),
            ...table.columns.map(column => ({ ...column, notNull: true })),
          ],
          primaryKey: key(table, ['row_id']),
        },
  )

const numberNamed = (name: string, { columns }: Table): Column => ({
  ...columns[0]!,
  name,
  type: dataType('INTEGER', [], 'integer'),
  notNull: true,
  default: null,
  numbering: null,
})

/** A number in the place of the key, which is not unique any more; who referred to it refers to the number. */
const numberedInstead: Mutant = (schema, draw) => {
  const name = pick(['berth', 'berth', 'crossing', 'sailor', 'fuelling'], draw)
  const table = findTable(schema, name)
  if (!table?.primaryKey || table.primaryKey.columns.length === 0) return schema
  const old = table.primaryKey.columns
  const id = `${name}_id`
  if (table.columns.some(column => column.name === id)) return schema
  const numbered = withTable(schema, name, of => ({
    ...of,
    columns: [
      numberNamed(id, of),
      ...of.columns.map(column => ({
        ...column,
        notNull: column.notNull || old.some(other => sameName(other, column.name)),
      })),
    ],
    primaryKey: key(of, [id]),
  }))
  return { tables: numbered.tables.map(of => repointed(of, table, id)) }
}

function repointed(of: Table, target: Table, id: string): Table {
  const own = of.references.filter(each => sameName(each.table, target.name))
  return own.reduce((table, each, i): Table => {
    const column = own.length > 1 || sameName(of.name, target.name) ? `${id}_${i + 1}` : id
    const gone = (name: string): boolean =>
      each.columns.some(other => sameName(other, name)) &&
      !table.references.some(other => other !== each && other.columns.some(also => sameName(also, name)))
    const notNull = each.columns.every(
      name =>
        table.columns.some(other => sameName(other.name, name) && other.notNull) ||
        (table.primaryKey?.columns.some(other => sameName(other, name)) ?? false),
    )
    const keyed = (part: Key | null): Key | null =>
      part && each.columns.some(name => part.columns.some(other => sameName(other, name)))
        ? {
            ...part,
            columns: [
              column,
              ...part.columns.filter(name => !each.columns.some(other => sameName(other, name))),
            ],
          }
        : part
    return {
      ...table,
      columns: [
        ...table.columns.filter(({ name }) => !gone(name)),
        { ...numberNamed(column, table), notNull },
      ],
      primaryKey: keyed(table.primaryKey),
      uniques: table.uniques.map(part => keyed(part)!),
      references: table.references.map(other =>
        other === each ? { ...each, columns: [column], targetColumns: [id] } : other,
      ),
    }
  }, of)
}

export const AIMED: readonly Mutant[] = [
  demanded,
  notDemanded,
  notDemanded,
  tooShort,
  tooCoarse,
  looser,
  tighter,
  onlyOne,
  partSuffices,
  pairedOnce,
  notReferring,
  repeated,
  numberedInstead,
  numberedInstead,
  heldOnDelete,
  heldOnUpdate,
  heldOnUpdate,
  looseOnDelete,
  looseOnUpdate,
  narrowReference,
  narrowReference,
  turnedRound,
  turnedRound,
  turnedRound,
  quayNotDemanded,
]
