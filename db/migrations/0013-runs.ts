import type { Knex } from 'knex'

/** What came of running scripts on a database of their own: by the hash of what was run, so that nothing is run twice. */
const RUNS = `
CREATE TABLE runs (
  work_hash char(64)    CONSTRAINT pk_runs PRIMARY KEY,
  report    jsonb       NOT NULL,
  ran_at    timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX ix_runs_ran_at ON runs (ran_at);
`

export const STATEMENTS = [RUNS]

export async function up(db: Knex): Promise<void> {
  await db.raw(RUNS)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('DROP TABLE runs')
}
