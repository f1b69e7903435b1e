import type { Knex } from 'knex'

/** A decision that another replaces stays: decisions are added, never changed. */
export const STATEMENTS = [
  `ALTER TABLE overrides DROP CONSTRAINT pk_overrides;`,
  `ALTER TABLE overrides ADD CONSTRAINT pk_overrides PRIMARY KEY (hand_in_id, rule, sheet, version);`,
]

const APPEND_ONLY = `CREATE TRIGGER tr_overrides_append BEFORE UPDATE OR DELETE ON overrides
  FOR EACH ROW EXECUTE FUNCTION refuse_change()`

export async function up(db: Knex): Promise<void> {
  for (const statement of [...STATEMENTS, APPEND_ONLY]) await db.raw(statement)
}

/** Of each cell the newest decision is left. */
export async function down(db: Knex): Promise<void> {
  await db.raw('DROP TRIGGER tr_overrides_append ON overrides')
  await db.raw(`DELETE FROM overrides AS o USING overrides AS newer
    WHERE (newer.hand_in_id, newer.rule, newer.sheet) = (o.hand_in_id, o.rule, o.sheet) AND newer.version > o.version`)
  await db.raw('ALTER TABLE overrides DROP CONSTRAINT pk_overrides')
  await db.raw('ALTER TABLE overrides ADD CONSTRAINT pk_overrides PRIMARY KEY (hand_in_id, rule, sheet)')
}
