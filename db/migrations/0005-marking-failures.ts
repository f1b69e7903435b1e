import type { Knex } from 'knex'

/**
 * Hand-ins that could not be marked, by the inputs of the marking, with the reason: after three tries a
 * person looks at them.
 */
const FAILURES = `
CREATE TABLE marking_failures (
  hand_in_id           uuid          NOT NULL CONSTRAINT fk_marking_failures_hand_in REFERENCES hand_ins (id) ON DELETE RESTRICT,
  exercise_revision_id uuid          NOT NULL CONSTRAINT fk_marking_failures_revision REFERENCES exercise_revisions (id) ON DELETE RESTRICT,
  engine_version       varchar(20)   NOT NULL,
  pins_version         integer       NOT NULL,
  tries                integer       NOT NULL DEFAULT 1,
  reason               varchar(1000) NOT NULL,
  failed_at            timestamptz   NOT NULL DEFAULT now(),
  CONSTRAINT pk_marking_failures PRIMARY KEY (hand_in_id, exercise_revision_id, engine_version, pins_version),
  CONSTRAINT ck_marking_failures_tries CHECK (tries >= 1)
);
CREATE INDEX ix_marking_failures_revision ON marking_failures (exercise_revision_id);
`

export const STATEMENTS = [FAILURES]

export async function up(db: Knex): Promise<void> {
  for (const statements of STATEMENTS) await db.raw(statements)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('DROP TABLE marking_failures')
}
