import type { Knex } from 'knex'

/**
 * What came, was saved or was paired lately: workers look at that every few seconds, and only now and then at
 * everything.
 */
const INDEXES = `
CREATE INDEX ix_hand_ins_handed_in_at ON hand_ins (handed_in_at);
CREATE INDEX ix_exercise_revisions_saved_at ON exercise_revisions (saved_at);
CREATE INDEX ix_pinnings_pinned_at ON pinnings (pinned_at);
`

export const STATEMENTS = [INDEXES]

export async function up(db: Knex): Promise<void> {
  await db.raw(INDEXES)
}

export async function down(db: Knex): Promise<void> {
  for (const name of ['ix_hand_ins_handed_in_at', 'ix_exercise_revisions_saved_at', 'ix_pinnings_pinned_at'])
    await db.raw(`DROP INDEX ${name}`)
}
