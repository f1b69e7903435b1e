import type { Knex } from 'knex'

/** What a student tries on the tables of a script: kept with the worksheet, and no part of what is handed in. */
const ROW_TRIALS = `
CREATE TABLE row_trials (
  worksheet_id uuid        CONSTRAINT pk_row_trials PRIMARY KEY CONSTRAINT fk_row_trials_worksheet REFERENCES worksheets (id) ON DELETE CASCADE,
  content      text        NOT NULL,
  saved_at     timestamptz NOT NULL DEFAULT now()
);
`

export const STATEMENTS = [ROW_TRIALS]

export async function up(db: Knex): Promise<void> {
  await db.raw(ROW_TRIALS)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('DROP TABLE row_trials')
}
