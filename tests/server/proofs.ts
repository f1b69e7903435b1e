import createKnex, { type Knex } from 'knex'
import type { Marking } from '@nomenklatura/core/marking'
import type { Reference, Schema, Table } from '@nomenklatura/core/schema'
import { readScript } from '@nomenklatura/core/sql'

/**
 * No false proof: the rows that a verdict shows are entered into the tables that the script makes. What is
 * shown as accepted PostgreSQL accepts, of what is shown as refused it refuses the marked row and no other.
 * What the rows refer to and the verdict does not show is entered before.
 */
type Witness = NonNullable<Marking['cells'][number]['witness']>
type Row = Readonly<Record<string, string | null>>

let db: Knex

export function openServer(): void {
  db = createKnex({ client: 'pg', connection: process.env.DATABASE_URL!, pool: { min: 1, max: 1 } })
}

export const closeServer = (): Promise<void> => db.destroy()

const fold = (name: string): string => name.toLowerCase()
const tableOf = ({ tables }: Schema, name: string): Table =>
  tables.find(table => fold(table.name) === fold(name))!

/** The table and its columns as the server has them, whether or not they were quoted. */
class Server {
  private readonly names = new Map<string, string>()

  constructor(private readonly schema: Schema) {}

  async look(): Promise<void> {
    const { rows } = await db.raw<{ rows: { table_name: string; column_name: string }[] }>(
      'SELECT table_name, column_name FROM information_schema.columns WHERE table_schema = current_schema()',
    )
    for (const { table_name: table, column_name: column } of rows) {
      this.names.set(fold(table), table)
      this.names.set(`${fold(table)}.${fold(column)}`, column)
    }
  }

  private column(table: string, column: string): string {
    return this.names.get(`${fold(table)}.${fold(column)}`) ?? column
  }

  /** Undefined where the row was accepted, else what the server said. */
  async insert(table: string, row: Row): Promise<string | undefined> {
    const columns = Object.keys(row)
    await db.raw('SAVEPOINT one')
    try {
      await db.raw(
        `INSERT INTO ?? (${columns.map(() => '??').join(', ')}) OVERRIDING SYSTEM VALUE VALUES (${columns.map(column => written(row[column]!)).join(', ')})`,
        [this.names.get(fold(table)) ?? table, ...columns.map(column => this.column(table, column))],
      )
      return undefined
    } catch (error) {
      await db.raw('ROLLBACK TO SAVEPOINT one')
      return (error as Error).message
    }
  }

  /** Undefined where the rows were deleted, else what the server said. */
  async delete(table: string, row: Row): Promise<string | undefined> {
    const key = tableOf(this.schema, table).primaryKey?.columns ?? Object.keys(row)
    const columns = Object.keys(row).filter(column => key.some(name => fold(name) === fold(column)))
    await db.raw('SAVEPOINT one')
    try {
      await db.raw(`DELETE FROM ?? WHERE ${columns.map(() => '??::text = ?').join(' AND ')}`, [
        this.names.get(fold(table)) ?? table,
        ...columns.flatMap(column => [this.column(table, column), row[column]!]),
      ])
      return undefined
    } catch (error) {
      await db.raw('ROLLBACK TO SAVEPOINT one')
      return (error as Error).message
    }
  }

  private async isThere(table: string, row: Row): Promise<boolean> {
    const columns = Object.keys(row)
    const { rows } = await db.raw<{ rows: unknown[] }>(
      `SELECT 1 FROM ?? WHERE ${columns.map(() => '??::text = ?').join(' AND ')}`,
      [
        this.names.get(fold(table)) ?? table,
        ...columns.flatMap(column => [this.column(table, column), row[column]!]),
      ],
    )
    return rows.length > 0
  }

  /** Enters what the row refers to and is not there, and what that refers to. */
  async enterParents(table: string, row: Row, shown: (table: string) => boolean, depth = 0): Promise<void> {
    const value = (column: string): string | null =>
      Object.entries(row).find(([name]) => fold(name) === fold(column))?.[1] ?? null
    for (const reference of tableOf(this.schema, table).references) {
      const key = keyOf(reference, value)
      if (!key || depth > 5 || (shown(reference.table) && fold(reference.table) !== fold(table))) continue
      if (await this.isThere(reference.table, key)) continue
      await this.enterAny(reference.table, key, shown, depth + 1)
    }
  }

  /** A row with this key and whatever else it must have: the first of a few that is accepted. */
  private async enterAny(
    table: string,
    key: Row,
    shown: (table: string) => boolean,
    depth: number,
  ): Promise<void> {
    const { columns, primaryKey, checks } = tableOf(this.schema, table)
    const literals = checks.flatMap(({ expression }) =>
      [...expression.matchAll(/'([^']*)'|(\d+)/g)].map(([, text, number]) => text ?? number!),
    )
    const missing = columns.filter(
      ({ name, notNull, default: own, numbering, generated }) =>
        !Object.keys(key).some(other => fold(other) === fold(name)) &&
        (notNull || primaryKey?.columns.some(other => fold(other) === fold(name))) &&
        own === null &&
        !numbering &&
        !generated,
    )
    for (const filler of [...literals, '1', '2025-09-01', '1961-05-01', 'z', '09:00']) {
      const row = {
        ...key,
        ...Object.fromEntries(missing.map(({ name, type }) => [name, suits(type.family, filler)])),
      }
      await this.enterParents(table, row, shown, depth)
      if ((await this.insert(table, row)) === undefined) return
    }
  }
}

/** As somebody would write it in a statement: numbers bare, texts in quotation marks. */
const written = (value: string | null): string =>
  value === null || /^-?\d+(\.\d+)?$/.test(value) ? String(value) : `'${value.replaceAll("'", "''")}'`

function suits(family: string, filler: string): string {
  if (family === 'date' || family === 'timestamp') return /^\d{4}-/.test(filler) ? filler : '2025-09-01'
  if (family === 'time') return '09:00'
  if (family === 'integer' || family === 'decimal' || family === 'float')
    return /^\d+$/.test(filler) ? filler : '1'
  return filler
}

function keyOf(
  { columns, targetColumns }: Reference,
  value: (column: string) => string | null,
): Row | undefined {
  const key = columns.map((column, i) => [targetColumns[i] ?? column, value(column)] as const)
  return key.some(([, of]) => of === null) ? undefined : Object.fromEntries(key)
}

/** Tables before those that refer to them. */
function inOrder({ tables }: Witness, schema: Schema): Witness['tables'] {
  const isBefore = (a: string, b: string): boolean =>
    tableOf(schema, b).references.some(({ table }) => fold(table) === fold(a))
  const left = [...tables]
  const sorted: Witness['tables'][number][] = []
  while (left.length > 0) {
    const at = left.findIndex(
      table =>
        !left.some(
          other =>
            other !== table && fold(other.table) !== fold(table.table) && isBefore(other.table, table.table),
        ),
    )
    sorted.push(...left.splice(Math.max(at, 0), 1))
  }
  return sorted
}

/** What is false about the rows; empty where they prove what they say. */
async function faultsOf(witness: Witness, schema: Schema, server: Server): Promise<string[]> {
  const faults: string[] = []
  const shown = (name: string): boolean =>
    witness.tables.some(({ table, rows }) => fold(table) === fold(name) && rows.length > 0)
  let refused = 0
  for (const { table, columns, rows } of inOrder(witness, schema)) {
    for (const { cells, bad } of rows) {
      const row = Object.fromEntries(columns.map((column, i) => [column, cells[i]!]))
      await server.enterParents(table, row, shown)
      const said = await server.insert(table, row)
      if (said === undefined) continue
      refused++
      if (witness.outcome === 'accepted' || witness.deed || !bad)
        faults.push(`${table} ${JSON.stringify(row)}: ${said}`)
    }
  }
  faults.push(...(await faultsOfDeed(witness, server)))
  if (witness.outcome === 'refused' && !witness.deed && refused === 0)
    faults.push(`all accepted: ${JSON.stringify(witness.tables)}`)
  return faults
}

/** What is deleted is refused, or not, as the witness says. */
async function faultsOfDeed({ deed, tables }: Witness, server: Server): Promise<string[]> {
  const [target] = tables
  const marked = target?.rows.find(({ bad }) => bad)
  if (deed?.what !== 'delete' || !marked) return []
  const said = await server.delete(
    target!.table,
    Object.fromEntries(target!.columns.map((column, i) => [column, marked.cells[i]!])),
  )
  return (said !== undefined) === (deed.becomes === 'refused') ? [] : [`deleted: ${said ?? 'not refused'}`]
}

/** What is false about the rows of a marking; how many verdicts showed some. */
export async function falseProofs(
  script: string,
  { cells }: Pick<Marking, 'cells'>,
): Promise<{ tried: number; faults: string[] }> {
  const schema = readScript(script).schema
  const witnesses = cells.flatMap(({ rule, verdict, witness }) =>
    witness ? [{ rule, verdict, witness }] : [],
  )
  const faults: string[] = []
  if (witnesses.length === 0) return { tried: 0, faults }
  await db.raw('BEGIN')
  await db.raw('CREATE SCHEMA shown')
  await db.raw('SET LOCAL search_path TO shown')
  try {
    await db.raw(script.replaceAll('?', '\\?'))
    const server = new Server(schema)
    await server.look()
    for (const { rule, verdict, witness } of witnesses) {
      await db.raw('SAVEPOINT witness')
      faults.push(...(await faultsOf(witness, schema, server)).map(fault => `${rule} ${verdict}: ${fault}`))
      await db.raw('ROLLBACK TO SAVEPOINT witness')
    }
  } finally {
    await db.raw('ROLLBACK')
  }
  return { tried: witnesses.length, faults }
}
