import type { Knex } from 'knex'

/**
 * Hand-ins that were brought in from files say by whom; results are written to a file by a worker, one at a time
 * for each who asks; and the marking of a class can be stopped, and gone on with.
 */
export const STATEMENTS = [
  `ALTER TABLE hand_ins ADD COLUMN brought_in_by uuid CONSTRAINT fk_hand_ins_brought_in_by REFERENCES people (id) ON DELETE RESTRICT;`,
  `CREATE INDEX ix_hand_ins_brought_in_by ON hand_ins (brought_in_by);`,
  `ALTER TABLE exercises ADD COLUMN marking_stopped_at timestamptz;`,
  `
CREATE TABLE exports (
  exercise_id uuid        NOT NULL CONSTRAINT fk_exports_exercise REFERENCES exercises (id) ON DELETE CASCADE,
  asked_by    uuid        NOT NULL CONSTRAINT fk_exports_asked_by REFERENCES people (id) ON DELETE CASCADE,
  asked_at    timestamptz NOT NULL DEFAULT now(),
  state       varchar(10) NOT NULL DEFAULT 'waiting',
  done        integer     NOT NULL DEFAULT 0,
  total       integer     NOT NULL DEFAULT 0,
  reason      varchar(1000),
  file        bytea,
  CONSTRAINT pk_exports PRIMARY KEY (exercise_id, asked_by),
  CONSTRAINT ck_exports_state CHECK (state IN ('waiting', 'making', 'made', 'stopped', 'failed')),
  CONSTRAINT ck_exports_done CHECK (done BETWEEN 0 AND total)
);`,
  `CREATE INDEX ix_exports_asked_by ON exports (asked_by);`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

export async function down(db: Knex): Promise<void> {
  await db.raw(`DROP TABLE exports;
    ALTER TABLE exercises DROP COLUMN marking_stopped_at;
    DROP INDEX ix_hand_ins_brought_in_by;
    ALTER TABLE hand_ins DROP COLUMN brought_in_by`)
}
