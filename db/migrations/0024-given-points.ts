import type { Knex } from 'knex'

/** Points that a person gave a hand-in, for a criterion or freely: added, never changed; null takes them back. */
export const STATEMENTS = [
  `
CREATE TABLE given_points (
  hand_in_id  uuid         NOT NULL CONSTRAINT fk_given_points_hand_in REFERENCES hand_ins (id) ON DELETE RESTRICT,
  criterion   varchar(10)  NOT NULL,
  version     integer      NOT NULL,
  thousandths integer,
  reason      varchar(500) NOT NULL,
  given_by    uuid         NOT NULL CONSTRAINT fk_given_points_given_by REFERENCES people (id) ON DELETE RESTRICT,
  given_at    timestamptz  NOT NULL DEFAULT now(),
  CONSTRAINT pk_given_points PRIMARY KEY (hand_in_id, criterion, version),
  CONSTRAINT ck_given_points_version CHECK (version >= 1)
);`,
  `CREATE INDEX ix_given_points_given_by ON given_points (given_by);`,
]

const APPEND_ONLY = `CREATE TRIGGER tr_given_points_append BEFORE UPDATE OR DELETE ON given_points
  FOR EACH ROW EXECUTE FUNCTION refuse_change()`

export async function up(db: Knex): Promise<void> {
  for (const statement of [...STATEMENTS, APPEND_ONLY]) await db.raw(statement)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('DROP TABLE given_points')
}
