import type { Knex } from 'knex'

/** Whether students are told that their work can be read by those who teach while they write it. */
export const STATEMENTS = [
  `ALTER TABLE exercises ADD COLUMN says_work_is_read boolean NOT NULL DEFAULT true;`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('ALTER TABLE exercises DROP COLUMN says_work_is_read')
}
