import type { Knex } from 'knex'

/**
 * What a marking has that is not upheld, in short: each cell as [rule, sheet, verdict, codes of its reasons]. By
 * it the same mistakes of a class are found without reading the evidence of all.
 */
export const STATEMENTS = [`ALTER TABLE markings ADD COLUMN missed json NOT NULL DEFAULT '[]';`]

/** A marking is never changed otherwise; of those from before reasons had codes, `upgradeMarking` gives these. */
const FILL = `
ALTER TABLE markings DISABLE TRIGGER tr_markings_append;
UPDATE markings SET missed = coalesce((
  SELECT json_agg(json_build_array(c.cell->'rule', c.cell->'sheet', c.cell->'verdict', (
    SELECT coalesce(json_agg(coalesce(b.reason->>'code', CASE WHEN b.reason ? 'hint' THEN 'as-stored-claim' ELSE 'as-stored' END) ORDER BY b.at), '[]')
    FROM jsonb_array_elements(c.cell->'because') WITH ORDINALITY AS b(reason, at))) ORDER BY c.at)
  FROM jsonb_array_elements(verdicts->'cells') WITH ORDINALITY AS c(cell, at)
  WHERE c.cell->>'verdict' <> 'upheld'), '[]');
ALTER TABLE markings ENABLE TRIGGER tr_markings_append;
`

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
  await db.raw(FILL.replaceAll('?', '\\?'))
}

export async function down(db: Knex): Promise<void> {
  await db.raw('ALTER TABLE markings DROP COLUMN missed')
}
