import type { Knex } from 'knex'

/** Saves of a row trial are counted, like those of a sheet: one on top of an older save is told. */
export const STATEMENTS = [`ALTER TABLE row_trials ADD COLUMN number integer NOT NULL DEFAULT 1;`]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('ALTER TABLE row_trials DROP COLUMN number')
}
