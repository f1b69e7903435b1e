import type { Knex } from 'knex'

/** Which hand-in of a student counts: the last, or the one that comes to most. */
export const STATEMENTS = [
  `ALTER TABLE exercises ADD COLUMN counted varchar(4) NOT NULL DEFAULT 'last'
    CONSTRAINT ck_exercises_counted CHECK (counted IN ('last', 'best'));`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('ALTER TABLE exercises DROP COLUMN counted')
}
