import type { Knex } from 'knex'

/**
 * Who is to mark whose hand-ins, where a class is shared out; and who has a hand-in in hand at the desk, which
 * is let go after a while without a sign (`seen_at`).
 */
export const STATEMENTS = [
  `
CREATE TABLE grading_shares (
  exercise_id uuid NOT NULL CONSTRAINT fk_grading_shares_exercise REFERENCES exercises (id) ON DELETE RESTRICT,
  person_id   uuid NOT NULL CONSTRAINT fk_grading_shares_person REFERENCES people (id) ON DELETE RESTRICT,
  grader_id   uuid NOT NULL CONSTRAINT fk_grading_shares_grader REFERENCES people (id) ON DELETE RESTRICT,
  CONSTRAINT pk_grading_shares PRIMARY KEY (exercise_id, person_id)
);`,
  `CREATE INDEX ix_grading_shares_person ON grading_shares (person_id);`,
  `CREATE INDEX ix_grading_shares_grader ON grading_shares (grader_id);`,
  `
CREATE TABLE takings (
  hand_in_id uuid        NOT NULL CONSTRAINT fk_takings_hand_in REFERENCES hand_ins (id) ON DELETE CASCADE,
  taken_by   uuid        NOT NULL CONSTRAINT fk_takings_taken_by REFERENCES people (id) ON DELETE RESTRICT,
  seen_at    timestamptz NOT NULL,
  CONSTRAINT pk_takings PRIMARY KEY (hand_in_id)
);`,
  `CREATE INDEX ix_takings_taken_by ON takings (taken_by);`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('DROP TABLE takings; DROP TABLE grading_shares')
}
