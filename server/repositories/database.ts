import { withoutBadSigns } from '@nomenklatura/core/language'
import createKnex, { type Knex } from 'knex'
import './rows'

let shared: Knex | undefined

const SECOND_MS = 1000

/**
 * Nothing waits for ever: neither a statement, nor a lock, nor a request for a connection.
 * DATABASE_STATEMENT_TIMEOUT (in milliseconds, 0 for none) is for migrations.
 */
function limits() {
  return {
    statement_timeout: Number(process.env.DATABASE_STATEMENT_TIMEOUT ?? 20 * SECOND_MS),
    lock_timeout: 8 * SECOND_MS,
    idle_in_transaction_session_timeout: 60 * SECOND_MS,
    connectionTimeoutMillis: 5 * SECOND_MS,
  }
}

/**
 * What is read stands in memory or on flash: following an index is not four times as dear as reading on, and
 * lists of one course do not read the tables of all.
 */
const PLANNING = '-c random_page_cost=1.1'

/** The pool of this process, made on first use from DATABASE_URL. */
export function database(): Knex {
  const connectionString = process.env.DATABASE_URL
  if (!connectionString)
    throw new Error('DATABASE_URL is not set: it names the PostgreSQL server and database to use.')
  shared ??= createKnex({
    client: 'pg',
    connection: { connectionString, application_name: 'nomenklatura', options: PLANNING, ...limits() },
    pool: { min: 0, max: Number(process.env.DATABASE_POOL ?? 10) },
    acquireConnectionTimeout: 8 * SECOND_MS,
  })
  return shared
}

export async function closeDatabase(): Promise<void> {
  await shared?.destroy()
  shared = undefined
}

/**
 * A document as jsonb takes it. What comes from a person was refused at the door where it holds a sign that
 * jsonb cannot; what the engine makes of it is made sure of here, so that no sound document is refused for a
 * cut within a message.
 */
export function toJsonb(document: unknown): string {
  const text = JSON.stringify(document)
  return /\\u(?:0000|d[89a-f])/.test(text) ? withoutBadSigns(text) : text
}

/** A connection or a transaction: the caller decides. */
export type Db = Knex

type Answers<Asks extends readonly (() => Promise<unknown>)[]> = {
  -readonly [K in keyof Asks]: Awaited<ReturnType<Asks[K]>>
}

/** Several questions at once; within a transaction, which has one connection, one after the other. */
export async function askAll<const Asks extends readonly (() => Promise<unknown>)[]>(
  db: Db,
  asks: Asks,
): Promise<Answers<Asks>> {
  if (!db.isTransaction) return (await Promise.all(asks.map(ask => ask()))) as Answers<Asks>
  const answers: unknown[] = []
  for (const ask of asks) answers.push(await ask())
  return answers as Answers<Asks>
}

/** The rows of a statement of our own. What they hold is said by the one who wrote the statement. */
export async function rowsOf<Row>(db: Db, statement: string, bindings: Knex.RawBinding = []): Promise<Row[]> {
  const { rows } = (await db.raw(statement, bindings)) as { rows: Row[] }
  return rows
}

/** One of many ids, bound as one list: a class of five hundred is not five hundred parameters. */
export function isAmong(db: Db, column: string, ids: readonly string[]): Knex.Raw {
  return db.raw('?? = ANY(?::uuid[])', [column, [...ids]])
}

/**
 * What the database could not do just now, and may in a moment: it is away, starting, stopping, full, or
 * somebody holds what is needed.
 */
export function isPassing(error: unknown): boolean {
  const { code = '', name, message = '' } = error as { code?: unknown; name?: string; message?: string }
  if (
    name === 'KnexTimeoutError' ||
    /Connection terminated|timeout expired|Unable to acquire a connection/i.test(message)
  )
    return true
  return (
    typeof code === 'string' &&
    (/^(?:08|25006|40001|40P01|53|55P03|57)/.test(code) || /^E[A-Z]{4,}$/.test(code))
  )
}
