import createKnex, { type Knex } from 'knex'

let shared: Knex | undefined

/** The pool of this process, made on first use from DATABASE_URL. */
export function database(): Knex {
  const connection = process.env.DATABASE_URL
  if (!connection) throw new Error('DATABASE_URL is not set: it names the PostgreSQL server and database to use.')
  shared ??= createKnex({ client: 'pg', connection, pool: { min: 0, max: Number(process.env.DATABASE_POOL ?? 10) } })
  return shared
}

export async function closeDatabase(): Promise<void> {
  await shared?.destroy()
  shared = undefined
}

/** A connection or a transaction: the caller decides. */
export type Db = Knex
