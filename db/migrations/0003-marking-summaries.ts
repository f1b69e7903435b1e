import type { Knex } from 'knex'

/**
 * What lists need of a marking beside its whole evidence: the verdict of each cell and how many pairs are
 * weak. Written with the marking and, like it, never changed; a class of five hundred is shown from these
 * alone.
 */
const SUMMARIES = `
ALTER TABLE markings ADD COLUMN summary jsonb;
`

export const STATEMENTS = [SUMMARIES, 'ALTER TABLE markings ALTER COLUMN summary SET NOT NULL;']

const FILL = `
UPDATE markings SET summary = jsonb_build_object(
  'cells', coalesce((SELECT jsonb_agg(jsonb_build_object('rule', c->>'rule', 'sheet', c->>'sheet', 'verdict', c->>'verdict', 'follows', c->'follows')) FROM jsonb_array_elements(verdicts->'cells') AS c), '[]'),
  'weakPairs', (SELECT count(*) FROM jsonb_array_elements(verdicts->'pairing') AS p WHERE p->>'confidence' = 'weak'));
`

export async function up(db: Knex): Promise<void> {
  await db.raw('ALTER TABLE markings DISABLE TRIGGER tr_markings_append')
  await db.raw(STATEMENTS[0]!)
  await db.raw(FILL)
  await db.raw(STATEMENTS[1]!)
  await db.raw('ALTER TABLE markings ENABLE TRIGGER tr_markings_append')
}

export async function down(db: Knex): Promise<void> {
  await db.raw('ALTER TABLE markings DROP COLUMN summary')
}
