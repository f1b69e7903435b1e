import type { Knex } from 'knex'

/** Whether hand-ins show a number in the place of a name until their marks are told. */
export const STATEMENTS = [`ALTER TABLE exercises ADD COLUMN is_anonymous boolean NOT NULL DEFAULT false;`]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('ALTER TABLE exercises DROP COLUMN is_anonymous')
}
