import type { Knex } from 'knex'

/**
 * Worksheets that could not be collected at the due moment, with the reason: they are tried anew, and
 * somebody should know.
 */
const FAILURES = `
CREATE TABLE collecting_failures (
  worksheet_id uuid          CONSTRAINT pk_collecting_failures PRIMARY KEY CONSTRAINT fk_collecting_failures_worksheet REFERENCES worksheets (id) ON DELETE RESTRICT,
  reason       varchar(1000) NOT NULL,
  failed_at    timestamptz   NOT NULL DEFAULT now()
);
`

export const STATEMENTS = [FAILURES]

export async function up(db: Knex): Promise<void> {
  await db.raw(FAILURES)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('DROP TABLE collecting_failures')
}
