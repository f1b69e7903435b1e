import type { Knex } from 'knex'

/**
 * Saves that arrived after an exercise had closed: kept beside what counts, to be read at the desk. And how
 * much is kept of each worksheet, so that a limit can be held without reading it all.
 */
const LATE_SAVES = `
CREATE TABLE late_saves (
  worksheet_id uuid        NOT NULL CONSTRAINT fk_late_saves_worksheet REFERENCES worksheets (id) ON DELETE RESTRICT,
  sheet        varchar(12) NOT NULL,
  number       integer     NOT NULL,
  base_number  integer     NOT NULL,
  content      text        NOT NULL,
  arrived_at   timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT pk_late_saves PRIMARY KEY (worksheet_id, sheet, number),
  CONSTRAINT ck_late_saves_number CHECK (number BETWEEN 1 AND 100),
  CONSTRAINT ck_late_saves_sheet CHECK (sheet IN ('dependencies', 'dictionary', 'diagram', 'script'))
);

ALTER TABLE worksheets ADD COLUMN stored_bytes bigint NOT NULL DEFAULT 0;
ALTER TABLE worksheets ADD CONSTRAINT ck_worksheets_stored_bytes CHECK (stored_bytes >= 0);
`

export const STATEMENTS = [LATE_SAVES]

const FILL =
  'UPDATE worksheets w SET stored_bytes = (SELECT coalesce(sum(octet_length(r.content)), 0) FROM worksheet_revisions r WHERE r.worksheet_id = w.id)'

export async function up(db: Knex): Promise<void> {
  for (const statements of [...STATEMENTS, FILL]) await db.raw(statements)
}

export async function down(db: Knex): Promise<void> {
  await db.raw('ALTER TABLE worksheets DROP COLUMN stored_bytes')
  await db.raw('DROP TABLE late_saves')
}
