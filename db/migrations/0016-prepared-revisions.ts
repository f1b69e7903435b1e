import type { Knex } from 'knex'

/**
 * A change to a published exercise is prepared first: a revision that nobody but its instructors sees, until it
 * is taken. There is at most one of an exercise.
 */
export const STATEMENTS = [
  `ALTER TABLE exercise_revisions ADD COLUMN is_prepared boolean NOT NULL DEFAULT false;`,
  `CREATE UNIQUE INDEX ux_exercise_revisions_prepared ON exercise_revisions (exercise_id) WHERE is_prepared;`,
]

/** A marking is never changed; it goes only with a revision that never counted. */
const TRIGGER = `
CREATE FUNCTION refuse_change_of_marking() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND EXISTS (SELECT FROM exercise_revisions r WHERE r.id = OLD.exercise_revision_id AND r.is_prepared) THEN
    RETURN OLD;
  END IF;
  RAISE EXCEPTION '% is append only', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
END $$;
DROP TRIGGER tr_markings_append ON markings;
CREATE TRIGGER tr_markings_append BEFORE UPDATE OR DELETE ON markings FOR EACH ROW EXECUTE FUNCTION refuse_change_of_marking();
`

export async function up(db: Knex): Promise<void> {
  for (const statement of [...STATEMENTS, TRIGGER]) await db.raw(statement)
}

/** What is prepared is left out: without the column it would count at once. */
export async function down(db: Knex): Promise<void> {
  const prepared = db('exercise_revisions').where({ is_prepared: true }).select('id')
  for (const table of ['markings', 'marking_failures'])
    await db(table).whereIn('exercise_revision_id', prepared.clone()).delete()
  await db('exercise_revisions').where({ is_prepared: true }).delete()
  await db.raw(`DROP TRIGGER tr_markings_append ON markings;
    CREATE TRIGGER tr_markings_append BEFORE UPDATE OR DELETE ON markings FOR EACH ROW EXECUTE FUNCTION refuse_change();
    DROP FUNCTION refuse_change_of_marking();
    DROP INDEX ux_exercise_revisions_prepared;
    ALTER TABLE exercise_revisions DROP COLUMN is_prepared`)
}
