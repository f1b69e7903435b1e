import type { Knex } from 'knex'

/** References that lists follow: without an index each of them reads the whole table. */
const INDEXES = `
CREATE INDEX ix_hand_ins_revision ON hand_ins (exercise_revision_id);
CREATE INDEX ix_markings_revision ON markings (exercise_revision_id);
CREATE INDEX ix_releases_marking ON releases (marking_id);
CREATE INDEX ix_releases_released_by ON releases (released_by);
CREATE INDEX ix_overrides_decided_by ON overrides (decided_by);
CREATE INDEX ix_comments_written_by ON comments (written_by);
CREATE INDEX ix_reviews_looked_at_by ON reviews (looked_at_by);
CREATE INDEX ix_pinnings_pinned_by ON pinnings (pinned_by);
CREATE INDEX ix_exercise_revisions_saved_by ON exercise_revisions (saved_by);
CREATE INDEX ix_audit_entries_person ON audit_entries (person_id);
CREATE INDEX ix_invitations_invited_by ON invitations (invited_by);
CREATE INDEX ix_worksheet_revisions_saved_at ON worksheet_revisions (saved_at);
`

export const STATEMENTS = [INDEXES]

export async function up(db: Knex): Promise<void> {
  for (const statements of STATEMENTS) await db.raw(statements)
}

export async function down(db: Knex): Promise<void> {
  const names = [...INDEXES.matchAll(/CREATE INDEX (\w+)/g)].map(([, name]) => name!)
  for (const name of names) await db.raw(`DROP INDEX ${name}`)
}
