import type { Knex } from 'knex'

/**
 * What a release told: the whole account and the decisions of that moment, read and written whole. Nothing
 * that is changed later changes what was told.
 */
const TOLD = `
ALTER TABLE releases ADD COLUMN told jsonb;
`

export const STATEMENTS = [TOLD]

export async function up(db: Knex): Promise<void> {
  for (const statements of STATEMENTS) await db.raw(statements)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('ALTER TABLE releases DROP COLUMN told')
}
