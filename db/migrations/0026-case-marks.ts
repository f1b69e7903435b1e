import type { Knex } from 'knex'

/** What a student marks in the case: kept with the worksheet, and no part of what is handed in. */
const CASE_MARKS = `
CREATE TABLE case_marks (
  worksheet_id uuid        CONSTRAINT pk_case_marks PRIMARY KEY CONSTRAINT fk_case_marks_worksheet REFERENCES worksheets (id) ON DELETE CASCADE,
  content      text        NOT NULL,
  saved_at     timestamptz NOT NULL DEFAULT now(),
  number       integer     NOT NULL
);
`

export const STATEMENTS = [CASE_MARKS]

export async function up(db: Knex): Promise<void> {
  await db.raw(CASE_MARKS)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('DROP TABLE case_marks')
}
