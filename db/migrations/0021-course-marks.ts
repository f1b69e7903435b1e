import type { Knex } from 'knex'

/** How the marks of a course are put together, and in which section of it a student is. */
export const STATEMENTS = [
  `ALTER TABLE courses ADD COLUMN marks_scheme jsonb;`,
  `ALTER TABLE courses ADD COLUMN marks_scheme_number integer NOT NULL DEFAULT 0;`,
  `ALTER TABLE memberships ADD COLUMN section varchar(60) CONSTRAINT ck_memberships_section CHECK (btrim(section) <> '');`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

export async function down(db: Knex): Promise<void> {
  await db.raw(`ALTER TABLE memberships DROP COLUMN section;
    ALTER TABLE courses DROP COLUMN marks_scheme_number;
    ALTER TABLE courses DROP COLUMN marks_scheme`)
}
