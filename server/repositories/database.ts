import { withoutBadSigns } from '@nomenklatura/core/findings'
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

/**
 * A document as jsonb takes it. What comes from a person was refused at the door where it holds a sign that jsonb cannot; what the engine makes of it is made sure of here,
 * so that no sound document is refused for a cut within a message.
 */
export function toJsonb(document: unknown): string {
  const text = JSON.stringify(document)
  return /\\u(?:0000|d[89a-f])/.test(text) ? withoutBadSigns(text) : text
}

/** A connection or a transaction: the caller decides. */
export type Db = Knex
