import type { Knex } from 'knex'

/**
 * What was paired by hand. Each change of a hand-in's pins is a version of its own, read and written whole; a
 * marking is stored under the version it was made with, 0 for none.
 */
const PINNINGS = `
CREATE TABLE pinnings (
  hand_in_id uuid        NOT NULL CONSTRAINT fk_pinnings_hand_in REFERENCES hand_ins (id) ON DELETE RESTRICT,
  version    integer     NOT NULL,
  pins       jsonb       NOT NULL,
  pinned_by  uuid        NOT NULL CONSTRAINT fk_pinnings_pinned_by REFERENCES people (id) ON DELETE RESTRICT,
  pinned_at  timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT pk_pinnings PRIMARY KEY (hand_in_id, version),
  CONSTRAINT ck_pinnings_version CHECK (version >= 1)
);

ALTER TABLE markings ADD COLUMN pins_version integer NOT NULL DEFAULT 0;
ALTER TABLE markings DROP CONSTRAINT uq_markings_inputs;
ALTER TABLE markings ADD CONSTRAINT uq_markings_inputs UNIQUE (hand_in_id, exercise_revision_id, engine_version, pins_version);
`

export const STATEMENTS = [PINNINGS]

const APPEND_ONLY =
  'CREATE TRIGGER tr_pinnings_append BEFORE UPDATE OR DELETE ON pinnings FOR EACH ROW EXECUTE FUNCTION refuse_change();'

export async function up(db: Knex): Promise<void> {
  for (const statements of [...STATEMENTS, APPEND_ONLY]) await db.raw(statements)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('DROP TABLE pinnings')
  await db.raw(`DROP TRIGGER tr_markings_append ON markings;
    DELETE FROM releases WHERE marking_id IN (SELECT id FROM markings WHERE pins_version > 0);
    DELETE FROM markings WHERE pins_version > 0;
    CREATE TRIGGER tr_markings_append BEFORE UPDATE OR DELETE ON markings FOR EACH ROW EXECUTE FUNCTION refuse_change()`)
  await db.raw('ALTER TABLE markings DROP CONSTRAINT uq_markings_inputs')
  await db.raw('ALTER TABLE markings DROP COLUMN pins_version')
  await db.raw(
    'ALTER TABLE markings ADD CONSTRAINT uq_markings_inputs UNIQUE (hand_in_id, exercise_revision_id, engine_version)',
  )
}
