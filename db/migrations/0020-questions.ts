import type { Knex } from 'knex'

/**
 * What a student says where the brief is open, kept with the worksheet; what is asked and answered about a verdict
 * that was told, line by line; and which model answer is told, if any.
 */
export const STATEMENTS = [
  `ALTER TABLE worksheets ADD COLUMN assumptions varchar(4000) NOT NULL DEFAULT '';`,
  `ALTER TABLE worksheets ADD COLUMN assumptions_number integer NOT NULL DEFAULT 0;`,
  `ALTER TABLE worksheets ADD COLUMN assumptions_at timestamptz;`,
  `ALTER TABLE exercises ADD COLUMN told_model integer CONSTRAINT ck_exercises_told_model CHECK (told_model >= 0);`,
  `
CREATE TABLE question_lines (
  hand_in_id uuid          NOT NULL CONSTRAINT fk_question_lines_hand_in REFERENCES hand_ins (id) ON DELETE RESTRICT,
  rule       varchar(10)   NOT NULL,
  sheet      varchar(12)   NOT NULL,
  number     integer       NOT NULL,
  said_by    uuid          NOT NULL CONSTRAINT fk_question_lines_said_by REFERENCES people (id) ON DELETE RESTRICT,
  said_at    timestamptz   NOT NULL DEFAULT now(),
  is_answer  boolean       NOT NULL,
  text       varchar(4000) NOT NULL,
  trial      jsonb,
  moved      jsonb,
  CONSTRAINT pk_question_lines PRIMARY KEY (hand_in_id, rule, sheet, number),
  CONSTRAINT ck_question_lines_number CHECK (number >= 1),
  CONSTRAINT ck_question_lines_text CHECK (btrim(text) <> '')
);`,
  `CREATE INDEX ix_question_lines_said_by ON question_lines (said_by);`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

export async function down(db: Knex): Promise<void> {
  await db.raw(`DROP TABLE question_lines;
    ALTER TABLE exercises DROP COLUMN told_model;
    ALTER TABLE worksheets DROP COLUMN assumptions_at;
    ALTER TABLE worksheets DROP COLUMN assumptions_number;
    ALTER TABLE worksheets DROP COLUMN assumptions`)
}
