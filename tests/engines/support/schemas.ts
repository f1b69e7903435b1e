import fc from 'fast-check'
import {
  dataType,
  type Column,
  type DataType,
  type Dialect,
  type Reference,
  type ReferentialAction,
  type Schema,
  type Table,
} from '@nomenklatura/core/schema'

const NOWHERE = { start: 0, end: 0 }
const type = (
  upper: string,
  args: string[],
  dialect: Dialect,
  text = args.length > 0 ? `${upper}(${args.join(',')})` : upper,
): DataType => dataType(upper, args, text, { dialect })

/**
 * Types that a dialect has a word for, so that nothing of them is lost: the others are written with a loss
 * that is told, and are tested apart.
 */
function typesOf(dialect: Dialect): fc.Arbitrary<DataType> {
  const sized = fc.integer({ min: 1, max: 200 })
  const plain = ['SMALLINT', 'INTEGER', 'DATE', 'TIMESTAMP'].map(name => {
    if (dialect === 'sqlserver' && name === 'TIMESTAMP') return 'DATETIME2'
    if (dialect === 'mysql' && name === 'TIMESTAMP') return 'DATETIME'
    return name
  })
  const own: Readonly<Record<Dialect, string[]>> = {
    iso: [
      'BIGINT',
      'TIME',
      'BOOLEAN',
      'DOUBLE PRECISION',
      'REAL',
      'CLOB',
      'BLOB',
      'TIMESTAMP WITH TIME ZONE',
    ],
    postgresql: [
      'BIGINT',
      'TIME',
      'BOOLEAN',
      'DOUBLE PRECISION',
      'REAL',
      'TEXT',
      'BYTEA',
      'TIMESTAMP WITH TIME ZONE',
      'UUID',
      'JSON',
      'INTERVAL',
    ],
    mysql: ['BIGINT', 'TINYINT', 'MEDIUMINT', 'TIME', 'BOOLEAN', 'DOUBLE', 'FLOAT', 'JSON', 'LONGBLOB'],
    sqlserver: ['BIGINT', 'TIME', 'BIT', 'FLOAT', 'REAL', 'DATETIMEOFFSET', 'UNIQUEIDENTIFIER', 'TINYINT'],
    oracle: ['BINARY_DOUBLE', 'BINARY_FLOAT', 'CLOB', 'TIMESTAMP WITH TIME ZONE', 'BLOB', 'NUMBER'],
    sqlite: ['BIGINT', 'TIME', 'BOOLEAN', 'TEXT', 'BLOB', 'DOUBLE'],
  }
  const varchar = dialect === 'oracle' ? 'VARCHAR2' : 'VARCHAR'
  return fc.oneof(
    fc.constantFrom(...plain, ...own[dialect]).map(name => type(name, [], dialect)),
    sized.map(length => type(varchar, [String(length)], dialect)),
    sized.map(length => type('CHAR', [String(length)], dialect)),
    fc
      .tuple(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 0, max: 10 }))
      .map(([total, scale]) => type('DECIMAL', [String(Math.max(total, scale, 1)), String(scale)], dialect)),
  )
}

/**
 * Names as people write them, and as they should not: with blanks, capitals, quotation marks, letters of
 * other scripts, words of SQL.
 */
const NAMES = [
  'trip',
  'accession',
  'garden',
  'seed lot',
  'order',
  'select',
  'Größe',
  'a"b',
  'user',
  'drawer_12',
  'Collector',
  'key',
  'date',
  'x`y',
  'table',
  'год',
  'group',
  'z]w',
  'primary',
  'values',
  'check',
]
const name = fc.constantFrom(...NAMES)
const identifier = fc
  .tuple(name, fc.integer({ min: 0, max: 99 }))
  .map(([word, number]) => (number > 60 ? word : `${word}_${number}`))

const ACTIONS: Readonly<
  Record<Dialect, { readonly onDelete: ReferentialAction[]; readonly onUpdate: ReferentialAction[] }>
> = {
  iso: {
    onDelete: ['no action', 'restrict', 'cascade', 'set null', 'set default'],
    onUpdate: ['no action', 'cascade'],
  },
  postgresql: {
    onDelete: ['no action', 'restrict', 'cascade', 'set null', 'set default'],
    onUpdate: ['no action', 'cascade', 'restrict'],
  },
  mysql: { onDelete: ['no action', 'restrict', 'cascade'], onUpdate: ['no action', 'cascade', 'restrict'] },
  sqlserver: { onDelete: ['no action', 'cascade'], onUpdate: ['no action'] },
  oracle: { onDelete: ['no action', 'cascade', 'set null'], onUpdate: ['no action'] },
  sqlite: {
    onDelete: ['no action', 'restrict', 'cascade', 'set null', 'set default'],
    onUpdate: ['no action', 'cascade', 'restrict'],
  },
}

const LONG = new Set(['text', 'binary', 'json'])
/** What may be part of a key anywhere. */
const isKeyType = ({ family, length }: DataType): boolean =>
  !LONG.has(family) && family !== 'float' && family !== 'interval' && (length ?? 0) <= 64

interface TablePlan {
  readonly name: string
  readonly columns: readonly { name: string; type: DataType; notNull: boolean; isDefaulted: boolean }[]
  readonly numbered: boolean
  readonly keySize: number
  readonly uniques: readonly number[]
  readonly commented: boolean
}

function tablePlan(dialect: Dialect): fc.Arbitrary<TablePlan> {
  return fc.record({
    name: identifier,
    numbered: fc.boolean(),
    keySize: fc.integer({ min: 1, max: 2 }),
    uniques: fc.array(fc.integer({ min: 0, max: 5 }), { maxLength: 2 }),
    commented: fc.boolean(),
    columns: fc.uniqueArray(
      fc.record({
        name: identifier,
        type: typesOf(dialect),
        notNull: fc.boolean(),
        isDefaulted: fc.boolean(),
      }),
      { minLength: 1, maxLength: 6, selector: column => column.name.toLowerCase() },
    ),
  })
}

function tableOf(plan: TablePlan, dialect: Dialect): Table {
  const id = type('INTEGER', [], dialect)
  const keyed = plan.columns.filter(column => isKeyType(column.type)).slice(0, plan.keySize)
  const isNumbered = plan.numbered || keyed.length === 0
  const column = ({
    name: called,
    type: of,
    notNull,
    isDefaulted,
  }: TablePlan['columns'][number]): Column => ({
    name: called,
    type: of,
    notNull,
    default: isDefaulted ? defaultOf(of) : null,
    numbering: null,
    generated: false,
    span: NOWHERE,
    nameSpan: NOWHERE,
    ...(plan.commented && ['postgresql', 'mysql', 'oracle'].includes(dialect)
      ? { comment: `what it's for; (${called})` }
      : {}),
  })
  const numbering: Column = {
    name: 'id',
    type: id,
    notNull: true,
    default: null,
    numbering: { start: '1', step: '1' },
    generated: false,
    span: NOWHERE,
    nameSpan: NOWHERE,
  }
  const columns = [
    ...(isNumbered ? [numbering] : []),
    ...plan.columns.filter(({ name: called }) => called.toLowerCase() !== 'id').map(column),
  ]
  const key = {
    name: null,
    columns: isNumbered ? ['id'] : keyed.map(({ name: called }) => called),
    nullsNotDistinct: false,
    span: NOWHERE,
  }
  const uniques = [...new Set(plan.uniques)].flatMap(place => {
    const chosen = columns[place]
    return chosen && isKeyType(chosen.type) && !key.columns.includes(chosen.name)
      ? [{ name: null, columns: [chosen.name], nullsNotDistinct: dialect === 'sqlserver', span: NOWHERE }]
      : []
  })
  return {
    name: plan.name,
    namespace: null,
    columns,
    primaryKey: key,
    uniques,
    references: [],
    checks: [],
    unmodelled: [],
    span: NOWHERE,
    nameSpan: NOWHERE,
    given: false,
  }
}

function defaultOf({ family, length }: DataType): string | null {
  if (family === 'integer' || family === 'float') return '7'
  if (family === 'decimal') return '0'
  return (family === 'varchar' || family === 'char') && (length ?? 9) >= 2 ? "'ä'" : null
}

/**
 * A schema of up to five tables that a dialect can say whole: keys that number themselves or not, alternative
 * keys, defaults, references with columns of their own in any direction (circles too) and with actions,
 * checks, comments.
 */
export function schemaArbitrary(dialect: Dialect): fc.Arbitrary<Schema> {
  const links = fc.array(
    fc.record({
      from: fc.nat(4),
      to: fc.nat(4),
      onDelete: fc.constantFrom(...ACTIONS[dialect].onDelete),
      onUpdate: fc.constantFrom(...ACTIONS[dialect].onUpdate),
      notNull: fc.boolean(),
      named: fc.boolean(),
      deferrable: fc.boolean(),
    }),
    { maxLength: 5 },
  )
  return fc
    .tuple(
      fc.uniqueArray(tablePlan(dialect), {
        minLength: 1,
        maxLength: 5,
        selector: plan => plan.name.toLowerCase(),
      }),
      links,
      fc.boolean(),
    )
    .map(([plans, wanted, checked]) => {
      const tables = plans.map(plan => tableOf(plan, dialect))
      wanted.forEach((link, i) => {
        const from = tables[link.from]
        const to = tables[link.to]
        if (!from || !to || (dialect === 'sqlserver' && link.from === link.to)) return
        const columns = to.primaryKey!.columns.map((column, k) => ({
          ...to.columns.find(({ name: called }) => called === column)!,
          name: `ref_${i}_${k}`,
          numbering: null,
          default: null,
          notNull: link.notNull && link.onDelete !== 'set null',
        }))
        const bare = columns.map(({ comment: _, ...column }) => column)
        const reference: Reference = {
          name: link.named ? `fk ${i}` : null,
          columns: columns.map(({ name: called }) => called),
          table: to.name,
          targetColumns: to.primaryKey!.columns,
          onDelete: link.onDelete,
          onUpdate: link.onUpdate,
          deferrable: link.deferrable && ['postgresql', 'oracle', 'sqlite', 'iso'].includes(dialect),
          span: NOWHERE,
        }
        tables[link.from] = {
          ...from,
          columns: [...from.columns, ...bare],
          references: [...from.references, reference],
        }
      })
      if (checked && tables[0])
        tables[0] = { ...tables[0], checks: [{ name: 'ck_fixed', expression: '1 < 2', span: NOWHERE }] }
      return { tables }
    })
}
