import type { Knex } from 'knex'

/**
 * What lists need of a marking, in a shape that is short and quick to read: each cell as [rule, sheet,
 * verdict], and the rule it follows from where it follows from one. Kept as text that is JSON: it is only
 * ever read whole, and a list of five hundred spent most of its time on writing it out anew.
 */
const SHORT = `
ALTER TABLE markings ALTER COLUMN summary TYPE json USING short_summary(summary);
`

export const STATEMENTS = [SHORT]

const TO_SHORT = `
CREATE FUNCTION short_summary(summary jsonb) RETURNS json LANGUAGE sql IMMUTABLE AS $$
  SELECT json_build_object('weakPairs', summary->'weakPairs', 'cells', coalesce((
    SELECT json_agg(CASE WHEN c.cell->>'follows' IS NULL THEN json_build_array(c.cell->'rule', c.cell->'sheet', c.cell->'verdict')
      ELSE json_build_array(c.cell->'rule', c.cell->'sheet', c.cell->'verdict', c.cell->'follows') END ORDER BY c.at)
    FROM jsonb_array_elements(summary->'cells') WITH ORDINALITY AS c(cell, at)), '[]'))
$$
`

const TO_LONG = `
CREATE FUNCTION long_summary(summary json) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT jsonb_build_object('weakPairs', summary->'weakPairs', 'cells', coalesce((
    SELECT jsonb_agg(jsonb_build_object('rule', c.cell->>0, 'sheet', c.cell->>1, 'verdict', c.cell->>2, 'follows', c.cell->>3) ORDER BY c.at)
    FROM json_array_elements(summary->'cells') WITH ORDINALITY AS c(cell, at)), '[]'))
$$
`

export async function up(db: Knex): Promise<void> {
  await db.raw(TO_SHORT)
  await db.raw(SHORT)
  await db.raw('DROP FUNCTION short_summary')
}

export async function down(db: Knex): Promise<void> {
  await db.raw(TO_LONG)
  await db.raw('ALTER TABLE markings ALTER COLUMN summary TYPE jsonb USING long_summary(summary)')
  await db.raw('DROP FUNCTION long_summary')
}
